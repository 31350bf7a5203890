<script setup lang="ts">
/** One payment's whole story; sending money back, and marking a transfer as come. */
import { useQuery, useQueryCache } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import { readAmount, sayMoney } from '../../../core/kernel';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import SideSheet from '../../kit/SideSheet.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { useKept } from '../base/kept';
import { useEscape } from '../base/escape';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { deskMoneySays } from './money.sentences';

const says = deskMoneySays(reader);
const props = defineProps<{ id: string }>();
const emit = defineEmits<{ close: [] }>();
const cache = useQueryCache();
const notice = useNotice();
const one = useQuery({
  key: () => ['money', 'one', props.id],
  query: () => calls.money.one({ id: props.id as never }),
});
const story = computed(() => one.data.value ?? null);
useEscape(() => emit('close'));

const { busy, trouble, send, fault } = useSending();
/** What is typed; of what is not, the payment says what stands there. */
const typed = ref<{ amount?: string; came?: string; reason?: string; ends?: readonly string[] }>({});
const kept = useKept(() => `payment.${props.id}`, typed);
const field = <K extends 'amount' | 'came' | 'reason'>(name: K, begins: () => string) =>
  computed({
    get: () => typed.value[name] ?? begins(),
    set: (now) => (typed.value = { ...typed.value, [name]: now }),
  });
const amount = field('amount', () => story.value?.back ?? '');
const came = field('came', () => story.value?.awaited ?? '');
const reason = field('reason', () => '');
const ends = computed({
  get: () => typed.value.ends ?? [],
  set: (now: readonly string[]) => (typed.value = { ...typed.value, ends: now }),
});
const sure = ref(false);
watch(story, () => (sure.value = false));
const written = computed(() => {
  const read = readAmount(amount.value, story.value?.currency ?? 'GBP', reader.locale);
  return read === null ? amount.value : sayMoney(read, story.value?.currency ?? 'GBP', reader.locale);
});
async function fresh(): Promise<void> {
  await cache.invalidateQueries({ key: ['money'] });
  await cache.invalidateQueries({ key: ['books'] });
}
async function refund(): Promise<void> {
  const back = { id: props.id as never, amount: amount.value, reason: reason.value, ends: ends.value.length > 0 };
  const said = says.refunded({ amount: written.value, name: story.value?.name ?? '' });
  if (!(await send((sent) => calls.money.refund(back, sent)))) return void (sure.value = false);
  notice.tell(said);
  kept.drop();
  await fresh();
}
async function received(): Promise<void> {
  const told = { id: props.id as never, amount: came.value };
  if (!(await send((sent) => calls.money.received(told, sent)))) return;
  notice.tell(says.cameSaid);
  kept.drop();
  await fresh();
}
</script>

<template>
  <SideSheet :label="story?.title ?? says.payments">
    <Trouble v-if="one.error.value" :error="one.error.value" @again="one.refetch()" />
    <Waiting v-else-if="!story" :rows="6" />
    <template v-else>
      <div class="money__head">
        <h2>{{ story.title }}</h2>
        <KitButton @click="emit('close')">{{ says.close }} <kbd>Esc</kbd></KitButton>
      </div>
      <p>
        <RouterLink v-if="story.name" :to="{ path: '/desk/members', query: { person: story.member } }">{{
          story.name
        }}</RouterLink>
        <template v-if="story.name">, </template>{{ story.stands }}
      </p>
      <dl class="money__facts">
        <div v-for="fact in story.facts" :key="fact.label">
          <dt>{{ fact.label }}</dt>
          <dd>{{ fact.value }}</dd>
        </div>
        <div v-for="receipt in story.receipts" :key="receipt.number">
          <dt>{{ says.receipt }}</dt>
          <dd>
            {{ receipt.number }}
            <a :href="receipt.href" target="_blank" rel="noopener" :aria-label="says.openReceipt(receipt)">{{
              says.pdf
            }}</a>
          </dd>
        </div>
      </dl>
      <div class="section-head section-head--thin">
        <h3>{{ says.madeOf }}</h3>
      </div>
      <dl class="money__lines">
        <div v-for="line in story.lines" :key="line.label">
          <dt>
            {{ line.label }}<span v-if="line.note" class="quiet">{{ line.note }}</span>
          </dt>
          <dd>{{ line.amount }}</dd>
        </div>
      </dl>
      <div class="section-head section-head--thin">
        <h3>{{ says.wholeStory }}</h3>
      </div>
      <ol class="money__story">
        <li v-for="(step, at) in story.story" :key="at" :class="{ 'money__story--to-come': !step.done }">
          <span class="money__at">{{ step.at }}</span>
          <span
            ><b>{{ step.title }}</b
            ><span v-if="step.note" class="quiet">{{ step.note }}</span></span
          >
        </li>
      </ol>
      <p v-if="trouble && !trouble.faults" class="field__fault" role="alert">{{ trouble.says }}</p>
      <form v-if="story.awaited !== null" class="money__act" @submit.prevent="received">
        <h3>{{ says.came }}</h3>
        <KitField
          id="money-came"
          v-model="came"
          :label="says.cameAmount({ currency: story.currency })"
          :fault="fault('amount')"
        />
        <KitButton kind="primary" type="submit" :disabled="busy">{{ says.markCame }}</KitButton>
      </form>
      <form v-if="story.back !== null" class="money__act" @submit.prevent="sure ? refund() : (sure = true)">
        <h3>{{ says.refund }}</h3>
        <KitField
          id="money-back"
          v-model="amount"
          :label="says.refundAmount({ currency: story.currency })"
          :fault="fault('amount')"
        />
        <KitField id="money-reason" v-model="reason" :label="says.reason" :fault="fault('reason')" />
        <KitTicks v-if="story.canEnd" v-model="ends" label="" :items="[{ title: says.endsToo, value: 'ends' }]" />
        <div class="money__sure">
          <KitButton v-if="!sure" kind="danger" type="submit" :disabled="busy || reason.trim() === ''">{{
            says.refundIt({ amount: written })
          }}</KitButton>
          <template v-else>
            <KitButton kind="danger" type="submit" :disabled="busy">{{
              says.refundSure({ amount: written })
            }}</KitButton>
            <KitButton @click="sure = false">{{ says.notNow }}</KitButton>
          </template>
          <span class="quiet">{{ says.refundNote({ name: story.name }) }}</span>
        </div>
      </form>
    </template>
  </SideSheet>
</template>
