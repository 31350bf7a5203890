<script setup lang="ts">
/** Finding anyone, from anywhere at the desk. */
import { useRouter } from 'vue-router';
import PersonFinder from './PersonFinder.vue';

const router = useRouter();
const open = (id: string): void => void router.push({ path: '/desk/members', query: { person: id } });
</script>

<template>
  <PersonFinder id="find" class="find" label="Find anyone" placeholder="Find anyone" @choose="open">
    <template #mark><kbd aria-hidden="true">/</kbd></template>
  </PersonFinder>
</template>
