<script setup lang="ts">
/** Finding a person as one types: by the beginning of a name, an address, a postcode or a number. */
import { computed, nextTick, ref } from 'vue';
import { VAutocomplete } from 'vuetify/components/VAutocomplete';
import { VListItem } from 'vuetify/components/VList';
import type { PersonHit } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import { calls } from '../base/calls';
import { useAnswers } from '../base/debounced';
import { reader } from '../base/reader';
import { peopleSays } from './people.sentences';

const says = peopleSays(reader);

defineProps<{
  id: string;
  label: string;
  placeholder: string;
}>();
const emit = defineEmits<{ choose: [id: string] }>();

const typed = ref('');
const { answer, asked, trouble } = useAnswers<PersonHit[]>(
  typed,
  async (q) => (await calls.members.find({ q })).people,
  [],
);
const hits = computed(() => (typed.value.trim() === '' ? [] : answer.value));
const open = ref(false);
const shown = computed({
  // While the answer is on its way nothing is said of it.
  get: () => open.value && (hits.value.length > 0 || trouble.value !== null || (asked.value && typed.value !== '')),
  set: (now) => (open.value = now),
});
const chosen = ref<string | null>(null);

async function choose(id: string | null): Promise<void> {
  if (!id) return;
  emit('choose', id);
  await nextTick();
  chosen.value = null;
  typed.value = '';
  open.value = false;
}
</script>

<template>
  <VAutocomplete
    :id="id"
    v-model="chosen"
    v-model:search="typed"
    v-model:menu="shown"
    class="kit-field"
    :items="hits"
    item-title="name"
    item-value="id"
    no-filter
    auto-select-first
    :aria-label="label"
    :placeholder="placeholder"
    autocomplete="off"
    :list-props="{ 'aria-label': says.peopleFound } as object"
    @update:model-value="choose"
  >
    <template #item="{ item, props: row }">
      <VListItem v-bind="row" :title="undefined" role="option">
        <span class="people__row">
          <b
            ><bdi>{{ item.name }}</bdi></b
          ><span class="quiet">{{ item.note }}</span
          ><StandingMark v-if="item.standing" :standing="item.standing" />
        </span>
      </VListItem>
    </template>
    <template #no-data>
      <VListItem role="option" aria-disabled="true" class="people__none">
        {{ trouble ?? says.nobodyBegins }}
      </VListItem>
    </template>
    <template #append-inner><slot name="mark" /></template>
  </VAutocomplete>
</template>

<style>
.people__row {
  min-width: min(340px, calc(100vw - 60px));
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.people__row .quiet {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.people__none {
  color: var(--ink2);
}
</style>
