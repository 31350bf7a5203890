<script setup lang="ts">
/** The viewpoint strip: whose eyes, which day, what that person can open, and the view itself. */
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { VThemeProvider } from 'vuetify/components/VThemeProvider';
import KitButton from '../../kit/KitButton.vue';
import StandingMark from '../../kit/StandingMark.vue';
import { troubleOf } from '../base/calls';
import DayPicker from './DayPicker.vue';
import PersonPicker from './PersonPicker.vue';
import { useDrafted, useSight } from './sight.query';
import { useViewpoint } from './viewpoint.store';
import { reader } from '../base/reader';
import { viewpointSays } from './viewpoint.sentences';

const says = viewpointSays(reader);

const viewpoint = useViewpoint();
const sight = useSight();
const drafted = useDrafted();
const data = computed(() => sight.data.value);
watch(data, (now) => (viewpoint.shown = now?.day ?? null), { immediate: true });
// Whom the desk looked as before a reload may have left since.
watch(
  () => sight.error.value,
  (error) => {
    if (error && troubleOf(error).code === 'not-found') viewpoint.reset();
  },
);

const late = ref(false);
let timer: ReturnType<typeof setTimeout> | undefined;
watch(
  () => sight.isLoading.value,
  (loading) => {
    clearTimeout(timer);
    late.value = false;
    if (loading) timer = setTimeout(() => (late.value = true), 400);
  },
);
onBeforeUnmount(() => clearTimeout(timer));
const sentence = computed(() => {
  if (late.value) return says.looking;
  if (sight.error.value) return troubleOf(sight.error.value).says;
  const { sentence = '' } = data.value ?? {};
  return viewpoint.about ?? (drafted.value && sentence ? says.byDraft({ sentence }) : sentence);
});
</script>

<template>
  <VThemeProvider theme="mount">
    <footer class="strip" :aria-label="says.viewpoint">
      <h2 class="strip__name">
        <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
          <path d="M3.5 18V9.5a6.5 6.5 0 0 1 13 0V18M1 18h18" />
          <circle cx="10" cy="10.4" r="2.3" />
        </svg>
        <span>{{ says.viewpoint }}</span>
      </h2>
      <PersonPicker :name="says.personNote({ name: data?.person.name ?? says.visitor, note: data?.person.note ?? '' })">
        <StandingMark v-if="data?.person.standing" :standing="data.person.standing" :word="false" />
        <b class="strip__who"
          ><bdi>{{ data?.person.name ?? says.visitor }}</bdi></b
        ><span class="strip__quiet">{{ data?.person.note }}</span>
      </PersonPicker>
      <DayPicker :label="data?.dayLabel ?? ''" :distance="data?.distance ?? ''" />
      <p class="strip__says" role="status">{{ sentence }}</p>
      <KitButton class="strip__open" :aria-expanded="viewpoint.open" @click="viewpoint.toggle()"
        >{{ viewpoint.open ? says.closeView : says.openView }} <kbd>V</kbd></KitButton
      >
    </footer>
  </VThemeProvider>
</template>

<style src="./viewpoint.css"></style>
