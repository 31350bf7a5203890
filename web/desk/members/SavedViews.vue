<script setup lang="ts">
/** Filters kept by a name: gone to, kept, and taken out. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import type { SavedFilter, SavedView } from '../../../contract';
import MenuButton from '../../kit/MenuButton.vue';
import { calls } from '../base/calls';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import NewItem from '../setup/NewItem.vue';
import { membersSays } from './members.sentences';

const says = membersSays(reader);
const props = defineProps<{ asked: SavedFilter; keepable: boolean }>();
const route = useRoute();
const notice = useNotice();
const { trouble, send } = useSending();

const { data, refetch } = useQuery({ key: ['saved-views'], query: () => calls.savedViews.list({}) });
const views = computed(() => data.value?.views ?? []);
const same = (asked: SavedFilter) => addressOf(asked) === addressOf(props.asked);
/** The view that is shown just now. */
const shown = computed(() => views.value.find(({ asked }) => same(asked)) ?? null);

/** The list as the view asks for it. */
function addressOf({ standing, level, group, where, sort }: SavedFilter): string {
  const query = Object.entries({ standing, level, group, where, sort: sort === 'name' ? undefined : sort });
  const asked = query.flatMap(([name, value]) => (value ? [[name, value]] : []));
  return `${route.path}?${new URLSearchParams(asked as [string, string][])}`;
}
const naming = ref(false);
async function keep(name: string): Promise<void> {
  if (await send((context) => calls.savedViews.keep({ name, asked: props.asked }, context)))
    notice.tell(says.viewIsKept({ name }));
  else notice.tell(trouble.value?.faults?.[0]?.says ?? trouble.value?.says ?? '');
  await refetch();
}
async function remove({ id, name }: SavedView): Promise<void> {
  if (await send((context) => calls.savedViews.remove({ id }, context))) notice.tell(says.viewIsGone({ name }));
  else notice.tell(trouble.value?.says ?? '');
  await refetch();
}
const items = computed(() => [
  ...views.value.map(({ name, note, asked }) => ({ title: name, note, to: addressOf(asked) })),
  ...(shown.value
    ? [{ title: says.takeViewOut({ name: shown.value.name }), act: () => remove(shown.value!) }]
    : [
        {
          title: says.keepView,
          ...(props.keepable ? {} : { note: says.filterFirst }),
          disabled: !props.keepable,
          act: () => (naming.value = true),
        },
      ]),
]);
</script>

<template>
  <MenuButton class="saved-views" :label="says.savedViews" :items="items"
    ><span class="saved-views__name">{{ shown?.name ?? says.savedViews }}</span></MenuButton
  >
  <NewItem v-model="naming" :title="says.keepView" :label="says.viewName" :action="says.keepIt" @make="keep" />
</template>

<style>
.saved-views__name {
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
}
@media print {
  .saved-views {
    display: none;
  }
}
</style>
