<script setup lang="ts">
/** A signup form beside the gates it leads through. */
import type { PlaceView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import JoinForm from '../form/JoinForm.vue';
import GateList from '../GateList.vue';

const says = siteSays(useReader());

defineProps<{ place: Extract<PlaceView, { kind: 'join' }> }>();
</script>

<template>
  <div class="two">
    <main>
      <h1 tabindex="-1">{{ place.title }}</h1>
      <JoinForm :place="place" />
    </main>
    <aside :aria-label="says.howJoiningGoes"><GateList :title="says.howJoiningGoes" :gates="place.gates" /></aside>
  </div>
</template>
