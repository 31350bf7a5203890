<script setup lang="ts">
/** What becomes of the answers when this field becomes what it is in the draft: how many are taken over, and which not. */
import { useQuery } from '@pinia/colada';
import { computed } from 'vue';
import type { FieldItem } from '../../../core/fields';
import { sameBody } from '../../../core/setup';
import { calls } from '../base/calls';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{ id: string }>();
const draft = useDraft();
const live = computed(() => draft.live?.fields.get(props.id)?.of ?? null);
const entry = computed(() => draft.entry('field', props.id));
const changed = computed(() => {
  const now = (entry.value?.good as FieldItem | undefined)?.of;
  return Boolean(live.value && now && !sameBody(live.value, now));
});
const { data } = useQuery({
  key: () => ['conversion', props.id, entry.value?.version ?? 0],
  query: () => calls.members.conversion({ id: props.id as FieldItem['id'] }),
  enabled: () => changed.value && !draft.saving,
  placeholderData: (before) => before,
});
const foretold = computed(() => (changed.value ? (data.value?.foretold ?? null) : null));
</script>

<template>
  <section v-if="foretold" class="conversion" aria-live="polite">
    <p v-if="foretold.stay === 0">{{ says.allConvert({ count: foretold.answered }) }}</p>
    <template v-else>
      <p>
        <b>{{ says.someStay({ count: foretold.stay, all: foretold.answered }) }}</b> {{ says.stayAsTheyAre }}
      </p>
      <ul>
        <li v-for="row in foretold.rows" :key="row.member">
          <RouterLink :to="{ path: '/desk/members', query: { person: row.member } }">{{ row.name }}</RouterLink>
          <b>{{ row.value }}</b> <span class="quiet">{{ row.says }}</span>
        </li>
      </ul>
      <p v-if="foretold.stay > foretold.rows.length" class="quiet">
        {{ says.andOthersStay({ count: foretold.stay - foretold.rows.length }) }}
      </p>
    </template>
  </section>
</template>

<style>
.conversion {
  padding: 10px 12px;
  border-left: 3px solid var(--quince);
  background: var(--quinceT);
}
.conversion p,
.conversion ul {
  margin: 0 0 4px;
  padding: 0;
  list-style: none;
}
.conversion ul {
  max-height: 180px;
  overflow: auto;
}
.conversion li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
}
</style>
