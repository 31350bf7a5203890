<script setup lang="ts">
/** Choosing through whose eyes to look: the visitor, or anybody found by name. */
import { computed, nextTick, ref, watch } from 'vue';
import { useTheme } from 'vuetify';
import { VMenu } from 'vuetify/components/VMenu';
import { VThemeProvider } from 'vuetify/components/VThemeProvider';
import KitButton from '../../kit/KitButton.vue';
import { may, useMe } from '../base/session';
import { desk } from '../base/calls';
import { useMadeUp } from '../people/madeUp';
import PersonFinder from '../people/PersonFinder.vue';
import { useViewpoint } from './viewpoint.store';
import { reader } from '../base/reader';
import { viewpointSays } from './viewpoint.sentences';

const says = viewpointSays(reader);

defineProps<{ name: string }>();
const viewpoint = useViewpoint();
/** The strip is on the mount; what opens from it lies on the desk. */
const { global } = useTheme();
const open = ref(false);
const visitor = { id: 'visitor', name: says.visitor, note: says.notSignedIn };
const made = useMadeUp();
/** Before anything is typed: nobody in particular, and whoever was made up. */
const always = computed(() => [
  visitor,
  ...(made.data.value?.people ?? []).map(({ id, person, note }) => ({
    id,
    name: person.name,
    note: says.madeUpNote({ note }),
  })),
]);
const { data: me } = useMe();
const mayMake = computed(() => Boolean(me.value && may(me.value, desk.madeUp.make)));
watch(open, async (now) => {
  if (!now) return;
  await nextTick();
  requestAnimationFrame(() => document.getElementById('viewpoint-search')?.focus());
});

function choose(id: string): void {
  viewpoint.person = id;
  open.value = false;
  document.getElementById('viewpoint-person')?.focus();
}
</script>

<template>
  <VMenu v-model="open" location="top start" :close-on-content-click="false">
    <template #activator="{ props: button }">
      <KitButton
        id="viewpoint-person"
        v-bind="button"
        class="strip__person"
        :aria-label="says.lookAs({ name })"
        aria-haspopup="dialog"
      >
        <slot /><i class="caret" />
      </KitButton>
    </template>
    <VThemeProvider :theme="global.name.value" class="kit-drop strip__look" with-background>
      <label class="field__label" for="viewpoint-search">{{ says.lookAtSiteAs }}</label>
      <PersonFinder id="viewpoint-search" :label="says.lookAtSiteAs" :placeholder="says.findBy" @choose="choose" />
      <ul class="strip__always" :aria-label="says.alwaysThere">
        <li v-for="one in always" :key="one.id">
          <KitButton kind="link" :aria-current="viewpoint.person === one.id || undefined" @click="choose(one.id)">{{
            one.name
          }}</KitButton>
          <span class="quiet">{{ one.note }}</span>
        </li>
      </ul>
      <RouterLink v-if="mayMake" class="strip__make" to="/desk/settings/made-up" @click="open = false">{{
        says.makeUp
      }}</RouterLink>
    </VThemeProvider>
  </VMenu>
</template>
