<script setup lang="ts">
/** The place the server resolved, by its kind. */
import { computed } from 'vue';
import { placeParts } from './places/index';
import { useSite } from './store';

const site = useSite();
const place = computed(() => site.view!.place);
</script>

<template>
  <component :is="placeParts[place.kind]" :place="place as never" />
</template>
