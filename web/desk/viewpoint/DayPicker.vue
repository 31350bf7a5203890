<script setup lang="ts">
/** The day that is looked at: a step back or on, or any day, typed or chosen. */
import { nextTick, ref, watch } from 'vue';
import KitButton from '../../kit/KitButton.vue';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import { useTheme } from 'vuetify';
import { VMenu } from 'vuetify/components/VMenu';
import { VThemeProvider } from 'vuetify/components/VThemeProvider';
import { useViewpoint } from './viewpoint.store';
import { reader } from '../base/reader';
import { viewpointSays } from './viewpoint.sentences';

const says = viewpointSays(reader);

defineProps<{ label: string; distance: string }>();
const viewpoint = useViewpoint();
/** The strip is on the mount; what opens from it lies on the desk. */
const { global } = useTheme();
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
  <div class="strip__date" role="group" :aria-label="says.date">
    <KitButton :aria-label="says.aDayBack" @click="viewpoint.step(-1)">‹</KitButton>
    <VMenu v-model="open" location="top" :close-on-content-click="false">
      <template #activator="{ props: button }">
        <KitButton
          id="viewpoint-day"
          v-bind="button"
          class="strip__day"
          aria-haspopup="dialog"
          :aria-label="says.chooseDay({ label, distance })"
        >
          <b>{{ label }}</b><span class="strip__quiet">{{ distance }}</span>
        </KitButton>
      </template>
      <VThemeProvider :theme="global.name.value" class="kit-drop" with-background>
        <form class="strip__form" @submit.prevent="take">
          <FieldFrame id="viewpoint-day-input" :label="says.lookOn">
            <FieldInput id="viewpoint-day-input" v-model="typed" kind="date" required />
          </FieldFrame>
          <div class="strip__acts">
            <KitButton kind="link" type="submit">{{ says.lookOnThisDay }}</KitButton>
            <KitButton kind="link" @click="today">{{ says.backToToday }}</KitButton>
          </div>
        </form>
      </VThemeProvider>
    </VMenu>
    <KitButton :aria-label="says.aDayOn" @click="viewpoint.step(1)">›</KitButton>
  </div>
</template>
