<script setup lang="ts">
/** Choosing through whose eyes to look: the visitor, or anybody found by name. */
import { nextTick, ref, watch } from 'vue';
import { VMenu } from 'vuetify/components/VMenu';
import type { PersonHit } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import { usePeople } from '../people';
import { useViewpoint } from './viewpoint.store';

defineProps<{ name: string }>();
const viewpoint = useViewpoint();
const open = ref(false);
const typed = ref('');
const active = ref(0);
const { people, asked, trouble } = usePeople(typed);
watch(people, () => (active.value = people.value.length ? 1 : 0));
watch(open, async (now) => {
  if (!now) return;
  typed.value = '';
  active.value = 0;
  await nextTick();
  requestAnimationFrame(() => document.getElementById('viewpoint-search')?.focus());
});

function choose(person: PersonHit | null): void {
  viewpoint.person = person?.id ?? 'visitor';
  open.value = false;
  document.getElementById('viewpoint-person')?.focus();
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, people.value.length);
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0);
  else if (event.key === 'Enter') choose(active.value === 0 ? null : (people.value[active.value - 1] ?? null));
  else return;
  event.preventDefault();
}
</script>

<template>
  <VMenu v-model="open" location="top start" :close-on-content-click="false" theme="desk">
    <template #activator="{ props: button }">
      <button
        id="viewpoint-person"
        v-bind="button"
        type="button"
        class="strip__person"
        :aria-label="`Look as ${name}`"
        aria-haspopup="dialog"
      >
        <slot /><i class="caret" />
      </button>
    </template>
    <div class="drop drop--people">
      <label class="drop__label" for="viewpoint-search">Look at the site as</label>
      <input
        id="viewpoint-search"
        v-model="typed"
        type="text"
        class="filters__search"
        role="combobox"
        aria-autocomplete="list"
        aria-expanded="true"
        aria-controls="viewpoint-list"
        :aria-activedescendant="`look-${active}`"
        placeholder="A name, an email, a postcode"
        autocomplete="off"
        @keydown="key"
      />
      <ul id="viewpoint-list" role="listbox" aria-label="People to look as">
        <li id="look-0" role="option" :aria-selected="active === 0" class="drop__item" @click="choose(null)">
          <b>Visitor</b><span class="quiet">not signed in</span>
        </li>
        <li
          v-for="(person, at) in people"
          :id="`look-${at + 1}`"
          :key="person.id"
          role="option"
          :aria-selected="active === at + 1"
          class="drop__item"
          @click="choose(person)"
        >
          <b
            ><bdi>{{ person.name }}</bdi></b
          ><span class="quiet">{{ person.note }}</span
          ><StandingMark :standing="person.standing" />
        </li>
        <li v-if="trouble" role="option" aria-selected="false" aria-disabled="true" class="drop__none">
          {{ trouble }}
        </li>
        <li
          v-else-if="asked && people.length === 0"
          role="option"
          aria-selected="false"
          aria-disabled="true"
          class="drop__none"
        >
          Nobody's name, email, postcode or number begins so.
        </li>
      </ul>
    </div>
  </VMenu>
</template>
