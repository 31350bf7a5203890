<script setup lang="ts">
/** A link: within the site without a reload, anything else as the browser does it; out of a frame of another site. */
import { computed } from 'vue';
import { useSite } from './store';

const site = useSite();
const framed = computed(() => site.view?.path.startsWith('/embed/') ?? false);
defineProps<{ to: string }>();
</script>

<template>
  <a v-if="framed" :href="to" target="_top"><slot /></a>
  <RouterLink v-else-if="to.startsWith('/')" :to="to"><slot /></RouterLink>
  <a v-else :href="to"><slot /></a>
</template>
