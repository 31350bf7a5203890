<script setup lang="ts">
/** A picture of somebody's profile, small; it leads to the large one. */
defineProps<{ id: string; label: string }>();
</script>

<template>
  <a class="kit-picture" :href="`/picture/${id}/large`" target="_blank" rel="noopener"
    ><img :src="`/picture/${id}/small`" :alt="label" width="80" height="80" loading="lazy"
  /></a>
</template>
