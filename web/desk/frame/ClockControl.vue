<script setup lang="ts">
/** The site clock of a demo: what it shows, and moving it on. Everything due on the way happens, in order. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import { VDialog } from 'vuetify/components/VDialog';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import MenuButton, { type MenuItem } from '../../kit/MenuButton.vue';
import { calls } from '../base/calls';
import { useNotice } from '../base/notice';
import { useSending } from '../base/sending';
import { useFresh } from '../base/session';
import { reader } from '../base/reader';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);

const clock = useQuery({ key: ['clock'], query: () => calls.clock.view({}) });
const { busy, trouble, send } = useSending();
const notice = useNotice();
const fresh = useFresh();
const open = ref(false);
watch(open, (now) => {
  if (now) void clock.refetch();
});

const choosing = ref(false);
const day = ref('');
/** While it is moved on, how far it has come. */
const line = ref<{ says: string; share: number } | null>(null);
let looking: ReturnType<typeof setInterval> | undefined;
async function look(): Promise<void> {
  line.value = (await calls.clock.view({}).catch(() => null))?.moving ?? null;
}
async function move(by: 'hour' | 'day' | 'nextDue' | 'year' | { to: string }): Promise<void> {
  notice.tell(null);
  choosing.value = false;
  looking = setInterval(() => void look(), 700);
  const moved = await send((sent) => calls.clock.move({ by }, sent));
  clearInterval(looking);
  line.value = null;
  notice.tell(moved?.says ?? trouble.value?.says ?? null);
  if (moved) await fresh();
}
const items = computed<MenuItem[]>(() => {
  const { nextDue, mailPage } = clock.data.value ?? {};
  return [
    { title: says.onHour, act: () => move('hour') },
    { title: says.onDay, act: () => move('day') },
    { title: says.onYear, act: () => move('year') },
    {
      title: says.toDay,
      act: () => {
        day.value = clock.data.value?.today ?? '';
        choosing.value = true;
      },
    },
    {
      title: says.toNext,
      note: nextDue ? says.dueAt({ what: nextDue.says, at: nextDue.at }) : says.nothingDue,
      disabled: !nextDue,
      act: () => move('nextDue'),
    },
    ...(mailPage ? [{ title: says.mailCame, href: mailPage }] : []),
  ];
});
</script>

<template>
  <MenuButton
    v-if="clock.data.value?.movable"
    v-model:open="open"
    :label="says.demoClock"
    :items="items"
    :disabled="busy"
  >
    {{ line ? line.says : busy ? says.movingOn : says.demoClock }}
    <template #head>
      <p class="clock">
        <b>{{ clock.data.value.now }}</b><span v-if="clock.data.value.ahead" class="quiet">{{
          clock.data.value.ahead
        }}</span>
      </p>
    </template>
  </MenuButton>
  <KitButton v-if="busy && line" small class="clock-stop" @click="calls.clock.stop({})">{{ says.stopClock }}</KitButton>
  <VDialog v-model="choosing" width="360" aria-labelledby="clock-title">
    <form class="panel" @submit.prevent="move({ to: day })">
      <h2 id="clock-title">{{ says.toDay }}</h2>
      <KitField id="clock-day" v-model="day" kind="date" :label="says.whichDay" />
      <div class="panel__foot">
        <KitButton @click="choosing = false">{{ says.cancel }}</KitButton>
        <KitButton kind="primary" type="submit" :disabled="day <= (clock.data.value?.today ?? '')">{{
          says.goThere
        }}</KitButton>
      </div>
    </form>
  </VDialog>
</template>
