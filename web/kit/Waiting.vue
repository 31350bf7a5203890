<script setup lang="ts">
/** While a list is on its way: ruled blanks. Shown only after 400 ms, so that quick answers do not flicker. */
import { onBeforeUnmount, ref } from 'vue';
import { useReader } from './reader';
import { kitSays } from './kit.sentences';

const says = kitSays(useReader());

withDefaults(defineProps<{ rows?: number; label?: string }>(), { rows: 6, label: undefined });
const late = ref(false);
const timer = setTimeout(() => (late.value = true), 400);
onBeforeUnmount(() => clearTimeout(timer));
</script>

<template>
  <div v-if="late" class="blanks" role="status" :aria-label="label ?? says.waiting">
    <i v-for="n in rows" :key="n" />
  </div>
</template>

<style>
.blanks i {
  display: block;
  height: 38px;
  border-bottom: 1px solid var(--rule);
}
.blanks::before {
  content: '';
  display: block;
  height: 2px;
  width: 40%;
  background: var(--ink);
}
</style>
