<script setup lang="ts">
/** The lines members read: as shipped, and the owner's own in their place, found by their words, reset one by one. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import { strayName, type Wording } from '../../../core/kernel';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { reader } from '../base/reader';
import { wordingSays } from './wording.sentences';

const says = wordingSays(reader);
const props = defineProps<{ wording: Wording }>();
const emit = defineEmits<{ change: [wording: Wording | undefined] }>();
const { data, error, refetch } = useQuery({ key: () => ['wording'], query: () => calls.setup.wording() });

const FEW = 8;
const find = ref('');
const all = ref(false);
const open = ref<string | null>(null);
const lines = computed(() => data.value?.lines ?? []);
const own = computed(() => lines.value.filter(({ key }) => props.wording[key] !== undefined));
const fits = computed(() => {
  const words = find.value.trim().toLowerCase();
  if (!words) return [...own.value, ...lines.value.filter((line) => !own.value.includes(line))];
  return lines.value.filter(({ key, text }) => `${text} ${props.wording[key] ?? ''}`.toLowerCase().includes(words));
});
const shown = computed(() => (all.value || find.value.trim() ? fits.value : fits.value.slice(0, FEW)));
const where = (key: string) => {
  const place = key.split('.')[0] as keyof typeof places;
  return places[place] ?? place;
};
const places = {
  site: says.onSite,
  pages: says.onPages,
  gates: says.atGates,
  joining: says.whileJoining,
  account: says.inAccount,
  places: says.aroundPages,
  levels: says.ofLevels,
};
function put(key: string, text: string): void {
  const { [key]: _, ...rest } = props.wording;
  const next = text === '' ? rest : { ...rest, [key]: text };
  emit('change', Object.keys(next).length ? next : undefined);
}
function fault(key: string, shipped: string): string | null {
  const name = strayName(shipped, props.wording[key] ?? '');
  return name === null ? null : says.strayName({ name: `{${name}}` });
}
</script>

<template>
  <section :aria-label="says.words">
    <div class="section-head look__head">
      <h2>{{ says.words }}</h2>
      <span class="quiet">{{ says.howMany({ all: lines.length, own: own.length }) }}</span>
    </div>
    <Trouble v-if="error && !data" :error="error" @again="refetch()" />
    <Waiting v-else-if="!data" :rows="5" />
    <template v-else>
      <div class="wording__find">
        <KitField id="wording-find" v-model="find" :label="says.find" optional />
        <KitButton v-if="!find.trim() && fits.length > FEW" kind="link" @click="all = !all">{{
          all ? says.showFew : says.showAll({ count: fits.length })
        }}</KitButton>
      </div>
      <p v-if="shown.length === 0" class="quiet">{{ says.noneFits }}</p>
      <ul class="wording">
        <li v-for="{ key, text } in shown" :key="key">
          <button
            type="button"
            class="wording__line"
            :aria-expanded="open === key"
            @click="open = open === key ? null : key"
          >
            <span class="quiet">{{ where(key) }}</span>
            <span :class="{ quiet: wording[key] !== undefined }">{{ text }}</span>
            <b>{{ wording[key] ?? '' }}</b>
          </button>
          <div v-if="open === key" class="wording__edit">
            <KitField
              :id="`wording-${key}`"
              :kind="text.length > 70 ? 'longText' : 'text'"
              :model-value="wording[key] ?? ''"
              :label="says.ownLine"
              optional
              :help="says.shippedIs({ text })"
              :fault="fault(key, text)"
              @update:model-value="put(key, $event)"
            />
            <KitButton v-if="wording[key] !== undefined" kind="link" @click="put(key, '')">{{ says.reset }}</KitButton>
          </div>
        </li>
      </ul>
    </template>
  </section>
</template>

<style>
.wording__find {
  display: flex;
  gap: 16px;
  align-items: flex-end;
  padding: 10px 0;
}
.wording__find > .field {
  flex: 1;
}
.wording__find > .kit-button {
  padding-bottom: 7px;
}
.wording {
  border-top: 1px solid var(--rule);
}
.wording li {
  border-bottom: 1px solid var(--rule);
}
.wording__line {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr) minmax(0, 1fr);
  gap: 12px;
  width: 100%;
  padding: 7px 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}
.wording__line:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
}
.wording__edit {
  padding: 2px 0 12px 122px;
}
@media (max-width: 600px) {
  .wording__line {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  .wording__edit {
    padding-left: 0;
  }
}
</style>
