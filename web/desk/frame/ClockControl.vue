<script setup lang="ts">
/** The site clock of a demo: what it shows, and moving it on. Everything due on the way happens, in order. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import MenuButton, { type MenuItem } from '../../kit/MenuButton.vue';
import { calls } from '../calls';
import { useNotice } from '../notice';
import { useSending } from '../sending';
import { useFresh } from '../session';
import { reader } from '../reader';
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

async function move(by: 'hour' | 'day' | 'nextDue'): Promise<void> {
  notice.tell(null);
  const moved = await send((sent) => calls.clock.move({ by }, sent));
  notice.tell(moved?.says ?? trouble.value?.says ?? null);
  if (moved) await fresh();
}
const items = computed<MenuItem[]>(() => {
  const { nextDue, mailPage } = clock.data.value ?? {};
  return [
    { title: says.onHour, act: () => move('hour') },
    { title: says.onDay, act: () => move('day') },
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
    {{ busy ? says.movingOn : says.demoClock }}
    <template #head>
      <p class="clock">
        <b>{{ clock.data.value.now }}</b><span v-if="clock.data.value.ahead" class="quiet">{{
          clock.data.value.ahead
        }}</span>
      </p>
    </template>
  </MenuButton>
</template>
