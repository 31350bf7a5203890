<script setup lang="ts">
/** A sentence with one part of it made strong: whole for whoever translates it. */
import { computed } from 'vue';

const props = defineProps<{ says: string; strong: string }>();
const cut = computed(() => {
  const at = props.says.indexOf(props.strong);
  return at < 0
    ? [props.says, '', '']
    : [props.says.slice(0, at), props.strong, props.says.slice(at + props.strong.length)];
});
</script>

<template>
  {{ cut[0] }}<b v-if="cut[1]" class="address">{{ cut[1] }}</b
  >{{ cut[2] }}
</template>
