<script setup lang="ts">
/** A door by how far it opens: an empty arch for everyone, a half one for some, a full one for nobody. */
defineProps<{ opens: 'everyone' | 'some' | 'nobody' }>();
</script>

<template>
  <svg class="door-mark" width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
    <path v-if="opens === 'some'" class="door-mark__leaf" d="M3 14V7.5a5 5 0 0 1 5-5V14Z" />
    <path v-if="opens === 'nobody'" class="door-mark__leaf" d="M3 14V7.5a5 5 0 0 1 10 0V14Z" />
    <path class="door-mark__arch" d="M3 14V7.5a5 5 0 0 1 10 0V14M1 14.2h14" />
  </svg>
</template>

<style>
.door-mark {
  flex: none;
  vertical-align: -2px;
}
.door-mark__arch {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.5;
}
.door-mark__leaf {
  fill: currentColor;
}
</style>
