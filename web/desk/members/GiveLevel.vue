<script setup lang="ts">
/** A level given by hand, for a span and without payment. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import type { MemberId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { calls } from '../calls';
import { useNotice } from '../notice';
import { reader } from '../reader';
import { useSending } from '../sending';
import { useFresh } from '../session';
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
const level = ref('');
const months = ref('12');
const chosen = computed({
  get: () => level.value || (levels.value[0]?.value ?? ''),
  set: (now: string) => (level.value = now),
});
async function give(): Promise<void> {
  const gift = { member: props.id, level: chosen.value, months: Number(months.value) };
  const done = await send((sent) => calls.money.gift(gift, sent));
  if (!done) return;
  const title = levels.value.find(({ value }) => value === gift.level)?.title ?? '';
  notice.tell(says.gaveLevel({ name: props.firstName, level: title }));
  emit('done');
  await fresh();
}
</script>

<template>
  <form class="give-level" @submit.prevent="give">
    <KitChoice v-model="chosen" :label="says.whichLevel" :items="levels" />
    <KitField id="give-months" v-model="months" kind="number" :label="says.forMonths" />
    <p v-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
    <div class="review__acts">
      <KitButton kind="primary" type="submit" :disabled="busy || !chosen">{{ says.giveIt }}</KitButton>
      <KitButton @click="emit('done')">{{ says.notNow }}</KitButton>
    </div>
  </form>
</template>
