<script setup lang="ts">
/** The groups one person is in, put right by staff. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import type { GroupId, MemberId } from '../../../core/kernel';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { useKept } from '../base/kept';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { useFresh } from '../base/session';
import { membersSays } from './members.sentences';

const says = membersSays(reader);
const props = defineProps<{ id: MemberId; firstName: string }>();
const emit = defineEmits<{ done: [] }>();
const notice = useNotice();
const fresh = useFresh();
const { busy, trouble, send } = useSending();
const { data, error, refetch } = useQuery({
  key: () => ['groups-of', props.id],
  query: () => calls.members.groups({ id: props.id }),
  staleTime: 0,
});
const groups = computed(() => data.value?.groups ?? []);
const held = computed(() => groups.value.filter((group) => group.held).map(({ id }) => id as string));
const touched = ref<readonly string[] | null>(null);
const kept = useKept(() => `groups.${props.id}`, touched);
function leave(): void {
  kept.drop();
  emit('done');
}
const ticked = computed(() => touched.value ?? held.value);

/** Sends what has been changed here and nothing else: the rest may have changed meanwhile. */
async function keep(): Promise<void> {
  const into = ticked.value.filter((id) => !held.value.includes(id)) as GroupId[];
  const outOf = held.value.filter((id) => !ticked.value.includes(id)) as GroupId[];
  if (into.length + outOf.length === 0) return leave();
  const done = await send((sent) => calls.members.setGroups({ id: props.id, into, outOf }, sent));
  if (!done) return;
  notice.tell(says.groupsKept({ name: props.firstName }));
  leave();
  await fresh();
}
</script>

<template>
  <form class="give-level" @submit.prevent="keep">
    <Trouble v-if="error" :error="error" @again="refetch()" />
    <Waiting v-else-if="!data" :rows="2" />
    <p v-else-if="groups.length === 0" class="quiet">{{ says.noGroups }}</p>
    <KitTicks
      v-else
      :model-value="[...ticked]"
      :label="says.inWhich({ name: firstName })"
      :items="groups.map(({ id, title }) => ({ title, value: id }))"
      @update:model-value="touched = $event"
    />
    <p v-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
    <div class="review__acts">
      <KitButton v-if="groups.length" kind="primary" type="submit" :disabled="busy">{{ says.keepGroups }}</KitButton>
      <KitButton @click="leave">{{ says.notNow }}</KitButton>
    </div>
  </form>
</template>
