<script setup lang="ts">
/** The day that is looked at: a step back or on, or any day, typed or chosen. */
import { nextTick, ref, watch } from 'vue';
import { VMenu } from 'vuetify/components/VMenu';
import { useViewpoint } from './viewpoint.store';

defineProps<{ label: string; distance: string }>();
const viewpoint = useViewpoint();
const open = ref(false);
const typed = ref('');

watch(open, async (now) => {
  if (!now) return;
  typed.value = viewpoint.day ?? viewpoint.shown ?? '';
  await nextTick();
  requestAnimationFrame(() => document.getElementById('viewpoint-day-input')?.focus());
});

function take(): void {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(typed.value)) return;
  viewpoint.day = typed.value;
  close();
}
function today(): void {
  viewpoint.day = null;
  close();
}
function close(): void {
  open.value = false;
  document.getElementById('viewpoint-day')?.focus();
}
</script>

<template>
  <div class="strip__date" role="group" aria-label="Date">
    <button type="button" aria-label="A day back" @click="viewpoint.step(-1)">‹</button>
    <VMenu v-model="open" location="top" :close-on-content-click="false" theme="desk">
      <template #activator="{ props: button }">
        <button
          id="viewpoint-day"
          v-bind="button"
          type="button"
          class="strip__day"
          aria-haspopup="dialog"
          :aria-label="`${label}, ${distance}. Choose a day`"
        >
          <b>{{ label }}</b><span class="strip__quiet">{{ distance }}</span>
        </button>
      </template>
      <form class="drop drop--day" @submit.prevent="take">
        <label class="drop__label" for="viewpoint-day-input">Look at the site on</label>
        <input id="viewpoint-day-input" v-model="typed" type="date" class="filters__search" required />
        <div class="drop__acts">
          <button type="submit" class="linklike">Look on this day</button>
          <button type="button" class="linklike" @click="today">Back to today</button>
        </div>
      </form>
    </VMenu>
    <button type="button" aria-label="A day on" @click="viewpoint.step(1)">›</button>
  </div>
</template>
