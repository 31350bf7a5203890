<script setup lang="ts">
/** The bar: the area's title, finding anyone, the site clock of a demo, and the person at the desk. */
import { useQueryCache } from '@pinia/colada';
import { computed, defineAsyncComponent } from 'vue';
import { useRoute } from 'vue-router';
import MenuButton, { type MenuItem } from '../../kit/MenuButton.vue';
import { isWithin, useAreas } from '../base/area';
import { calls, desk } from '../base/calls';
import FindBox from '../people/FindBox.vue';
import { may, type Me } from '../base/session';
import { useToday } from '../today/today.query';
import AreaParts from './AreaParts.vue';
import ClockControl from './ClockControl.vue';
import { reader } from '../base/reader';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);

defineProps<{ me: Me; title: string }>();
const emit = defineEmits<{ keys: [] }>();
const route = useRoute();
const today = useToday(() => route.path === '/desk');
const cache = useQueryCache();
/** The draft brings the core along, so it comes behind what is shown first. */
const DraftBar = defineAsyncComponent(() => import('../setup/DraftBar.vue'));
const areas = useAreas();
const parts = computed(() => areas.find((area) => isWithin(area, route.path))?.parts);

async function signOut(): Promise<void> {
  await calls.staff.signOut({}).catch(() => undefined);
  cache.getEntries().forEach((entry) => cache.remove(entry));
  location.assign('/desk');
}
const items: readonly MenuItem[] = [
  { title: says.yourAccount, to: '/desk/account' },
  { title: says.keys, key: '?', act: () => emit('keys') },
  { title: says.openSite, href: '/' },
  { title: says.signOut, act: signOut },
];
</script>

<template>
  <header class="bar">
    <h1>{{ route.path === '/desk' && today.data.value ? today.data.value.date : title }}</h1>
    <p v-if="route.path === '/desk' && today.data.value" class="bar__hello quiet">{{ today.data.value.greeting }}</p>
    <AreaParts v-if="parts" :parts="parts" />
    <div class="bar__end">
      <FindBox />
      <DraftBar v-if="may(me, desk.setup.save)" />
      <ClockControl v-if="may(me, desk.clock.move)" />
      <MenuButton :label="me.firstName" :items="items">{{ me.firstName }}</MenuButton>
    </div>
  </header>
</template>

<style src="./bar.css"></style>
