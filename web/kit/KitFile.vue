<script setup lang="ts">
/** A file from whoever's computer it is, by a button as any other; the same file can be taken again. */
defineProps<{ label: string; accept: string }>();
const emit = defineEmits<{ file: [file: File] }>();
function take(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) emit('file', file);
}
</script>

<template>
  <label class="kit-file">{{ label }}<input type="file" :accept="accept" @change="take" /></label>
</template>

<style>
.kit-file {
  position: relative;
  display: inline-flex;
  align-items: center;
  height: 32px;
  padding: 0 13px;
  border: 1px solid var(--rule2);
  border-radius: 3px;
  font: 600 14px/20px var(--sans);
  cursor: pointer;
}
.kit-file:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
.kit-file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
</style>
