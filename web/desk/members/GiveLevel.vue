<script setup lang="ts">
/** A level given by hand, for a span and without payment. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import type { MemberId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
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
const counts = useQuery({ key: ['counts'], query: () => calls.members.counts({}) });
const levels = computed(() =>
  (counts.data.value?.levels ?? []).map(({ id, title }) => ({ title, value: id as string })),
);
const gift = ref({ level: '', months: '12' });
const kept = useKept(() => `gift.${props.id}`, gift);
const chosen = computed({
  get: () => gift.value.level || (levels.value[0]?.value ?? ''),
  set: (now: string) => (gift.value.level = now),
});
function leave(): void {
  kept.drop();
  emit('done');
}
async function give(): Promise<void> {
  const given = { member: props.id, level: chosen.value, months: Number(gift.value.months) };
  const done = await send((sent) => calls.money.gift(given, sent));
  if (!done) return;
  const title = levels.value.find(({ value }) => value === given.level)?.title ?? '';
  notice.tell(says.gaveLevel({ name: props.firstName, level: title }));
  leave();
  await fresh();
}
</script>

<template>
  <form class="give-level" @submit.prevent="give">
    <KitChoice v-model="chosen" :label="says.whichLevel" :items="levels" />
    <KitField id="give-months" v-model="gift.months" kind="number" :label="says.forMonths" />
    <p v-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
    <div class="review__acts">
      <KitButton kind="primary" type="submit" :disabled="busy || !chosen">{{ says.giveIt }}</KitButton>
      <KitButton @click="leave">{{ says.notNow }}</KitButton>
    </div>
  </form>
</template>
