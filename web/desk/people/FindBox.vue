<script setup lang="ts">
/** Finding anyone, from anywhere at the desk. */
import { useRouter } from 'vue-router';
import PersonFinder from './PersonFinder.vue';
import { reader } from '../base/reader';
import { peopleSays } from './people.sentences';

const says = peopleSays(reader);

const router = useRouter();
const open = (id: string): void => void router.push({ path: '/desk/members', query: { person: id } });
</script>

<template>
  <PersonFinder id="find" class="find" :label="says.findAnyone" :placeholder="says.findAnyone" @choose="open">
    <template #mark><kbd aria-hidden="true">/</kbd></template>
  </PersonFinder>
</template>
