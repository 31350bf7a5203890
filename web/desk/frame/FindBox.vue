<script setup lang="ts">
/** Finding anyone: as one types, the first few people; Enter opens the marked one. */
import { ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import type { PersonHit } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import { usePeople } from '../people';

const router = useRouter();
const typed = ref('');
const active = ref(0);
const open = ref(false);
const { people, asked, trouble } = usePeople(typed);
watch(people, () => (active.value = 0));

function choose(person: PersonHit | undefined): void {
  if (!person) return;
  typed.value = '';
  open.value = false;
  void router.push({ path: '/desk/members', query: { person: person.id } });
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, people.value.length - 1);
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0);
  else if (event.key === 'Enter') choose(people.value[active.value]);
  else if (event.key === 'Escape' && open.value && typed.value !== '') open.value = false;
  else return;
  event.preventDefault();
  event.stopPropagation();
}
function leave(): void {
  setTimeout(() => (open.value = false), 150);
}
</script>

<template>
  <div class="find">
    <input
      id="find"
      v-model="typed"
      type="text"
      role="combobox"
      aria-label="Find anyone"
      aria-autocomplete="list"
      aria-controls="find-list"
      :aria-expanded="open && typed !== ''"
      :aria-activedescendant="open && people.length ? `find-${active}` : undefined"
      placeholder="Find anyone"
      autocomplete="off"
      @focus="open = true"
      @input="open = true"
      @blur="leave"
      @keydown="key"
    />
    <kbd aria-hidden="true">/</kbd>
    <ul v-show="open && typed !== ''" id="find-list" class="drop find__list" role="listbox" aria-label="People found">
      <li
        v-for="(person, at) in people"
        :id="`find-${at}`"
        :key="person.id"
        role="option"
        :aria-selected="at === active"
        class="drop__item"
        @mousedown.prevent="choose(person)"
      >
        <b
          ><bdi>{{ person.name }}</bdi></b
        ><span class="quiet">{{ person.note }}</span
        ><StandingMark :standing="person.standing" />
      </li>
      <li v-if="trouble" role="option" aria-selected="false" aria-disabled="true" class="drop__none">{{ trouble }}</li>
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
</template>
