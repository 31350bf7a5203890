<script setup lang="ts">
/** A text in which the words that were searched for are marked. */
defineProps<{ pieces: readonly { text: string; hit: boolean }[] }>();
</script>

<template>
  <template v-for="(piece, at) in pieces" :key="at"
    ><mark v-if="piece.hit">{{ piece.text }}</mark
    ><template v-else>{{ piece.text }}</template></template
  >
</template>
