<script setup lang="ts">
/** What became of a payment, for whoever comes back from the card house. It looks again by itself while it is not known. */
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import type { PlaceView } from '../../../contract';
import { useGo } from '../go';
import SiteLink from '../SiteLink.vue';

const props = defineProps<{ place: Extract<PlaceView, { kind: 'paying' }> }>();
const go = useGo();
const { path } = useRoute();
/** What became of it is what whoever comes back wants to hear first. */
const heading = ref<HTMLElement>();
const tell = (): void => heading.value?.focus({ preventScroll: true });
watch(() => props.place.title, tell, { flush: 'post' });
let timer: ReturnType<typeof setInterval> | undefined;
onMounted(() => {
  tell();
  if (props.place.waits) timer = setInterval(() => (props.place.waits ? void go(path) : clearInterval(timer)), 2_500);
});
onBeforeUnmount(() => clearInterval(timer));
</script>

<template>
  <main class="narrow" aria-live="polite">
    <h1 ref="heading" tabindex="-1">{{ place.title }}</h1>
    <p>{{ place.says }}</p>
    <p v-if="place.way">
      <SiteLink v-if="place.way.href.startsWith('/')" :to="place.way.href" class="button">{{
        place.way.label
      }}</SiteLink>
      <a v-else :href="place.way.href" class="button">{{ place.way.label }}</a>
    </p>
  </main>
</template>
