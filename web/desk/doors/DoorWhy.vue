<script setup lang="ts">
/** On the mount: why a door is open or shut for the person of the viewpoint, condition by condition. */
import { computed } from 'vue';
import type { DoorSightView, TraceView } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import { reader } from '../base/reader';
import DoorTrace from '../viewpoint/DoorTrace.vue';
import { doorsSay } from './doors.sentences';

const says = doorsSay(reader);
const props = defineProps<{ data: DoorSightView | undefined; error: unknown }>();
defineEmits<{ again: [] }>();
const title = computed(() => {
  const name = props.data?.person.name ?? '';
  return props.data?.open ? says.whyIn({ name }) : says.whyOut({ name });
});
const partsOf = (because: TraceView) => (because.of === 'condition' ? [because] : because.parts);
const parts = computed(() => (props.data ? partsOf(props.data.because) : []));
const choose = () => document.getElementById('viewpoint-person')?.click();
</script>

<template>
  <section v-if="data || error" class="door-why" :aria-label="title">
    <header class="mount-beside__head">
      <h2>{{ data ? title : '' }}</h2>
      <KitButton kind="link" class="door-why__other" @click="choose">{{ says.tryOther }}</KitButton>
    </header>
    <Trouble v-if="!data" :error="error" @again="$emit('again')" />
    <div v-else class="door-why__box">
      <p>{{ data.head }}</p>
      <!-- How many of them must be met is in the sentence. -->
      <DoorTrace v-for="(part, at) in parts" :key="at" :trace="part" />
      <ul v-if="data.ways.length" class="door-why__ways" :aria-label="says.orElse">
        <li v-for="way in data.ways" :key="way">{{ way }}</li>
      </ul>
    </div>
    <details v-if="data?.then" class="door-why__box door-why__then">
      <summary>{{ data.then.title }}</summary>
      <p>{{ data.then.head }}</p>
      <DoorTrace v-for="(part, at) in partsOf(data.then.because)" :key="at" :trace="part" />
    </details>
  </section>
</template>

<style>
.door-why .door-why__other {
  margin-left: auto;
}
.door-why__box {
  margin-top: 8px;
  padding: 10px 14px;
  border: 1px solid var(--mountR);
  border-radius: 3px;
  background: var(--mountF);
}
.door-why__then summary {
  cursor: pointer;
}
.door-why__ways {
  margin-top: 8px;
  padding-top: 8px;
  border-top: 1px solid var(--mountR);
}
.door-why__ways li + li {
  margin-top: 4px;
}
</style>
