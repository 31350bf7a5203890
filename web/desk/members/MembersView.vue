<script setup lang="ts">
/** Members: counts per standing, search as one types, a few filters, sorting, the list, and the side sheet. */
import { useQuery } from '@pinia/colada';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { MemberSort, type MemberRow, type SavedFilter } from '../../../contract';
import { Standing } from '../../../core/facts';
import { Rule, type Known } from '../../../core/doors';
import { calls, troubleOf } from '../base/calls';
import type { Me } from '../base/session';
import KitButton from '../../kit/KitButton.vue';
import { useNarrow } from '../../kit/narrow';
import SideSheet from '../../kit/SideSheet.vue';
import { VLayout } from 'vuetify/components/VLayout';
import { VMain } from 'vuetify/components/VMain';
import { useRows } from '../base/rows';
import AnswerFilters from './AnswerFilters.vue';
import MemberFilters from './MemberFilters.vue';
import MemberTable from './MemberTable.vue';
import SavedViews from './SavedViews.vue';
import PersonSheet from './PersonSheet.vue';
import StandingTally from './StandingTally.vue';
import { reader } from '../base/reader';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

defineProps<{ me: Me }>();
const route = useRoute();
const router = useRouter();
const one = (name: string) => {
  const value = route.query[name];
  return typeof value === 'string' && value !== '' ? value : undefined;
};
/** The conditions, as the address has them; what is none there is none here. */
const conditions = computed((): Rule[] => {
  try {
    const { data } = Rule.safeParse(JSON.parse(one('where') ?? ''));
    return data && 'all' in data ? data.all : data ? [data] : [];
  } catch {
    return [];
  }
});
/** What is asked for stands in the address, so that it can be kept, shared and gone back to. */
const asked = computed(() => ({
  q: one('q') ?? '',
  standing: Standing.safeParse(one('standing')).data,
  level: one('level'),
  group: one('group'),
  where: conditions.value.length ? JSON.stringify({ all: conditions.value }) : undefined,
  sort: MemberSort.safeParse(one('sort')).data ?? ('name' as const),
}));
/** The same without the words that are searched for: what a view keeps. */
const kept = computed((): SavedFilter => {
  const { q: _, ...filter } = asked.value;
  return filter as SavedFilter;
});
const person = computed(() => one('person') ?? null);

const counts = useQuery({ key: ['counts'], query: () => calls.members.counts({}) });
const list = useQuery({
  key: () => ['members', asked.value],
  query: () => calls.members.list({ ...asked.value, limit: 50 }),
  placeholderData: (before) => before,
});
/** What conditions may name. */
const known = computed((): Known => {
  const { levels = [], groups = [], fields = [], zone = 'UTC' } = counts.data.value ?? {};
  const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
    new Map(list.map((item) => [item.id as string, item]));
  return {
    levels: byId(levels),
    groups: byId(groups),
    fields: byId(fields),
    lessons: new Map(),
    doc: { site: { ...reader, zone } },
  };
});
/** Further pages, fetched one by one behind the first. */
const further = ref<MemberRow[]>([]);
const more = ref<string | null>(null);
const moreTrouble = ref<string | null>(null);
watch(
  () => list.data.value,
  (page) => {
    further.value = [];
    more.value = page?.more ?? null;
  },
  { immediate: true },
);
const rows = computed(() => [...(list.data.value?.rows ?? []), ...further.value]);

async function showMore(limit = 50): Promise<void> {
  if (!more.value) return;
  const wanted = JSON.stringify(asked.value);
  try {
    const page = await calls.members.list({ ...asked.value, after: more.value, limit });
    // Another list may have been asked for meanwhile; these rows are not of it.
    if (JSON.stringify(asked.value) !== wanted) return;
    further.value.push(...page.rows);
    more.value = page.more;
    moreTrouble.value = null;
  } catch (error) {
    moreTrouble.value = troubleOf(error).says;
  }
}

/** Each filter is a step that Back undoes; letters typed one after the other into the search are one. */
function ask(change: Record<string, string | undefined>): void {
  const query = { ...route.query, ...change };
  for (const [name, value] of Object.entries(query)) if (!value) delete query[name];
  const typing = 'q' in change && Boolean(change['q']) && Boolean(route.query['q']);
  void router[typing ? 'replace' : 'push']({ path: route.path, query });
}
function open(id: string | null): void {
  void router.push({ path: route.path, query: { ...route.query, person: id ?? undefined } });
}

/** The whole list on paper, not only what has been fetched so far. */
const printing = ref(false);
async function print(): Promise<void> {
  printing.value = true;
  while (more.value && moreTrouble.value === null) await showMore(200);
  await nextTick();
  if (moreTrouble.value === null) window.print();
  printing.value = false;
}

const narrow = useNarrow();
const { acted } = useRows(
  '.members',
  () => rows.value.map(({ id }) => id),
  () => person.value,
);
const filtered = computed(() =>
  Boolean(asked.value.q || asked.value.standing || asked.value.level || asked.value.group || asked.value.where),
);
/** Whether there is anything that a view could keep. */
const keepable = computed(() => {
  const { standing, level, group, where, sort } = kept.value;
  return Boolean(standing || level || group || where || sort !== 'name');
});
</script>

<template>
  <VLayout class="members">
    <VMain
      tag="section"
      class="members__list"
      :aria-label="says.members"
      :inert="(narrow && person !== null) || undefined"
    >
      <StandingTally :counts="counts.data.value" :chosen="asked.standing" @choose="ask({ standing: $event })" />
      <MemberFilters
        :asked="asked"
        :levels="counts.data.value?.levels ?? []"
        :groups="counts.data.value?.groups ?? []"
        @ask="ask"
      />
      <AnswerFilters
        :where="conditions"
        :known="known"
        @change="ask({ where: $event.length ? JSON.stringify({ all: $event }) : undefined })"
      >
        <SavedViews :asked="kept" :keepable="keepable" />
      </AnswerFilters>
      <MemberTable
        :rows="rows"
        :total="list.data.value?.total ?? 0"
        :loading="list.isPending.value"
        :error="list.error.value"
        :chosen="person"
        :sort="asked.sort"
        :filtered="filtered"
        @open="open"
        @again="list.refetch()"
        @sort="ask({ sort: $event })"
        @clear="ask({ q: undefined, standing: undefined, level: undefined, group: undefined, where: undefined })"
      />
      <footer v-if="list.data.value" class="members__foot">
        <span role="status" :class="{ unseen: rows.length === 0 }">{{
          rows.length === 0 ? says.nobodyFits : says.shownOf({ shown: rows.length, count: list.data.value.total })
        }}</span>
        <KitButton v-if="more" kind="link" @click="showMore()">{{
          says.showMore({ number: Math.min(50, list.data.value.total - rows.length) })
        }}</KitButton>
        <span v-if="moreTrouble" class="field__fault">{{ moreTrouble }}</span>
        <KitButton v-if="rows.length" kind="link" class="members__print" :disabled="printing" @click="print">
          {{ printing ? says.fetching({ shown: rows.length }) : says.printList }}
        </KitButton>
      </footer>
    </VMain>
    <PersonSheet v-if="person" :id="person" :me="me" @close="open(null)" @acted="acted" />
    <SideSheet v-else-if="!narrow" :label="says.nobodyChosen">
      <p class="quiet">{{ says.chooseSomebody }}</p>
    </SideSheet>
  </VLayout>
</template>

<style src="./members.css"></style>
