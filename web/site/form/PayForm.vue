<script setup lang="ts">
/** Choosing what to pay and how: the total with all its parts stands there before anything is taken. */
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import type { PayView, QuoteView } from '../../../contract';
import { Refused, call } from '../calls';
import FaultList from './FaultList.vue';
import SiteForm from './SiteForm.vue';
import { useForm } from './useForm';
import { useGo } from '../go';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());
const props = defineProps<{ pay: PayView }>();
const go = useGo();
const { answers, sending, trouble, faults, send } = useForm('pay', {
  offer: props.pay.chosen,
  amount: props.pay.amount,
  code: props.pay.code,
  by: props.pay.ways[0] ?? 'card',
});
const quote = ref<QuoteView>(props.pay.quote);
watch(
  () => props.pay,
  (now) => (quote.value = now.quote),
);
const offer = computed(() => props.pay.offers.find(({ key }) => key === answers.offer) ?? props.pay.offers[0]!);
const faultOf = (at: string): string | null =>
  [...faults.value, ...quote.value.faults].find((fault) => fault.at === at)?.says ?? null;

let asked = 0;
let timer: ReturnType<typeof setTimeout> | undefined;
/** Reckoned anew when a choice has stood for a moment; of two answers the newer one counts. */
async function reckon(): Promise<void> {
  const mine = ++asked;
  try {
    const found = await call('reckon', { offer: answers.offer, amount: answers.amount, code: answers.code });
    if (mine === asked) quote.value = found;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
  }
}
function later(pause: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void reckon(), pause);
}
watch(
  () => answers.offer,
  () => {
    if (offer.value.own && !answers.amount) answers.amount = offer.value.own.suggested;
    later(0);
  },
);
watch([() => answers.amount, () => answers.code], () => later(350));
onBeforeUnmount(() => clearTimeout(timer));

async function payNow(): Promise<void> {
  let next = '';
  const by = answers.by === 'transfer' ? 'transfer' : 'card';
  const choice = { offer: answers.offer, amount: answers.amount, code: answers.code, by } as const;
  const through = await send(async () => (next = (await call('pay', choice)).next));
  if (!through) return;
  if (next.startsWith('/')) await go(next);
  else location.assign(next);
}
const waySays = (way: PayView['ways'][number]): string =>
  way === 'card' ? says.byCardSays : props.pay.letters.bank ? says.byTransferSaysByMail : says.byTransferSays;
/** What comes after, in the words of the way that is chosen. */
const after = computed(() =>
  answers.by !== 'transfer'
    ? quote.value.after
    : quote.value.after.flatMap(({ title, says: told, byTransfer }) =>
        byTransfer === null ? [] : { title, says: byTransfer ?? told },
      ),
);
const label = computed(() => {
  if (quote.value.nothing) return says.takeIt;
  const said = { amount: quote.value.total };
  return answers.by === 'transfer' ? says.payByTransfer(said) : says.payByCard(said);
});
</script>

<template>
  <section v-if="pay.waits" class="pay__waits">
    <h3>{{ says.waitsForTransfer }}</h3>
    <p>{{ pay.waits.says }}</p>
    <dl class="pay__bank">
      <div v-for="line in pay.waits.lines" :key="line.label">
        <dt>{{ line.label }}</dt>
        <dd>{{ line.text }}</dd>
      </div>
    </dl>
    <h3>{{ says.payOtherwise }}</h3>
  </section>
  <p v-if="!pay.ways.length" class="field__fault" role="alert">{{ says.noWayToPay }}</p>
  <SiteForm v-else name="pay" :action="pay.action" class="form pay" @send="payNow">
    <FaultList :faults="faults" :trouble="trouble" prefix="pay-" />
    <div class="pay__choose">
      <fieldset v-if="pay.offers.length > 1" class="pay__offers">
        <legend class="field__label">{{ says.yourChoice }}</legend>
        <label
          v-for="one in pay.offers"
          :key="one.key"
          class="pay__offer"
          :class="{ 'pay__offer--on': one.key === answers.offer }"
        >
          <input v-model="answers.offer" type="radio" name="offer" :value="one.key" />
          <span class="pay__about">
            <b>{{ one.title }}</b>
            <span class="quiet">{{ one.about }}</span>
            <span v-if="one.beside" class="quiet">{{ one.beside }}</span>
          </span>
          <span class="pay__price">{{ one.price }}</span>
        </label>
      </fieldset>
      <div v-else class="pay__offer pay__offer--on pay__offer--only">
        <input type="hidden" name="offer" :value="offer.key" />
        <span class="pay__about">
          <b>{{ offer.title }}</b>
          <span class="quiet">{{ offer.about }}</span>
          <span v-if="offer.beside" class="quiet">{{ offer.beside }}</span>
        </span>
        <span class="pay__price">{{ offer.price }}</span>
      </div>
      <div v-if="offer.own" class="field">
        <label class="field__label" for="pay-amount">{{ says.yourAmount({ each: offer.own.each }) }}</label>
        <p id="pay-amount-says" class="field__help">{{ offer.own.says }}</p>
        <span class="pay__amount">
          <span aria-hidden="true">{{ pay.mark }}</span>
          <input
            id="pay-amount"
            v-model="answers.amount"
            class="input"
            name="amount"
            inputmode="decimal"
            autocomplete="off"
            :aria-invalid="faultOf('amount') ? true : undefined"
            :aria-describedby="faultOf('amount') ? 'pay-amount-says pay-amount-fault' : 'pay-amount-says'"
          />
        </span>
        <p v-if="faultOf('amount')" id="pay-amount-fault" class="field__fault">{{ faultOf('amount') }}</p>
      </div>
      <div class="field">
        <label class="field__label" for="pay-code">{{ says.discountCode }}</label>
        <span class="pay__code">
          <input
            id="pay-code"
            v-model="answers.code"
            class="input"
            name="code"
            autocomplete="off"
            autocapitalize="characters"
            spellcheck="false"
            :aria-invalid="faultOf('code') ? true : undefined"
            aria-describedby="pay-code-says"
          />
          <span id="pay-code-says" role="status" :class="faultOf('code') ? 'field__fault' : 'pay__taken'">{{
            faultOf('code') ?? quote.code ?? ''
          }}</span>
        </span>
      </div>
      <fieldset v-if="pay.ways.length > 1 && !quote.nothing" class="pay__ways">
        <legend class="field__label">{{ says.howYouPay }}</legend>
        <label v-for="way in pay.ways" :key="way" class="pay__way">
          <input v-model="answers.by" type="radio" name="by" :value="way" />
          <span>
            <b>{{ way === 'card' ? says.byCard : says.byTransfer }}</b>
            <span class="quiet">{{ waySays(way) }}</span>
          </span>
        </label>
      </fieldset>
      <input v-else type="hidden" name="by" :value="pay.ways[0]" />
    </div>
    <div class="pay__sum">
      <h2>{{ says.toPayToday }}</h2>
      <div class="pay__bill" aria-live="polite">
        <dl v-if="quote.lines.length">
          <div v-for="line in quote.lines" :key="line.label">
            <dt>
              {{ line.label }}<span v-if="line.note" class="quiet">{{ line.note }}</span>
            </dt>
            <dd>{{ line.amount }}</dd>
          </div>
        </dl>
        <p class="pay__total">
          <span>{{ says.inAll }}</span><b>{{ quote.total }}</b>
        </p>
        <p v-if="quote.tax" class="quiet">{{ quote.tax }}</p>
      </div>
      <div class="pay__send">
        <button type="submit" class="button" name="act" value="pay" :disabled="sending || quote.faults.length > 0">
          {{ label }}
        </button>
        <button type="submit" class="button button--plain pay__reckon" name="act" value="reckon">
          {{ says.lookAtTotal }}
        </button>
        <span v-if="!quote.nothing" class="quiet">{{
          pay.letters.receipt ? says.receiptByMail : says.receiptInAccount
        }}</span>
      </div>
      <h3>{{ says.whatComesAfter }}</h3>
      <ul class="pay__after">
        <li v-for="one in after" :key="one.title">
          <b>{{ one.title }}</b><span class="quiet">{{ one.says }}</span>
        </li>
      </ul>
    </div>
  </SiteForm>
</template>
