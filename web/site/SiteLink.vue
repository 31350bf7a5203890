<script setup lang="ts">
/** A link: within the site without a reload, anything else as the browser does it. */
defineProps<{ to: string }>();
</script>

<template>
  <RouterLink v-if="to.startsWith('/')" :to="to"><slot /></RouterLink>
  <a v-else :href="to"><slot /></a>
</template>
