<script setup lang="ts">
/** The site clock of a demo: what it shows, and moving it on. Everything due on the way happens, in order. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import MenuButton, { type MenuItem } from '../../kit/MenuButton.vue';
import { calls } from '../calls';
import { useNotice } from '../notice';
import { useSending } from '../sending';
import { useFresh } from '../session';

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
    { title: 'On by an hour', act: () => move('hour') },
    { title: 'On by a day', act: () => move('day') },
    {
      title: 'To the next due thing',
      note: nextDue ? `${nextDue.says}, ${nextDue.at}` : 'nothing is due',
      disabled: !nextDue,
      act: () => move('nextDue'),
    },
    ...(mailPage ? [{ title: 'Mail that came', href: mailPage }] : []),
  ];
});
</script>

<template>
  <MenuButton v-if="clock.data.value?.movable" v-model:open="open" label="Demo clock" :items="items" :disabled="busy">
    {{ busy ? 'Moving on…' : 'Demo clock' }}
    <template #head>
      <p class="clock">
        <b>{{ clock.data.value.now }}</b><span v-if="clock.data.value.ahead" class="quiet">{{
          clock.data.value.ahead
        }}</span>
      </p>
    </template>
  </MenuButton>
</template>
