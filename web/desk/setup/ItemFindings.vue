<script setup lang="ts">
/** What the check-up says of the item whose editor this is. */
import { keyOf, type Finding } from '../../../core/checkup';

defineProps<{ findings: readonly Finding[] }>();
</script>

<template>
  <ul v-if="findings.length" class="item-findings">
    <li v-for="finding in findings" :id="`finding-${finding.at}`" :key="keyOf(finding)">
      <b>{{ finding.says }}.</b> {{ finding.why }} {{ finding.mend }}
    </li>
  </ul>
</template>

<style>
.item-findings li {
  margin-bottom: 8px;
  padding: 8px 12px;
  background: var(--quinceT);
  color: var(--ink);
}
</style>
