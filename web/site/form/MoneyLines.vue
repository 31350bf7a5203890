<script setup lang="ts">
/** The levels somebody pays for, what may be done with each, and their receipts. */
import type { OwnMoneyView, TermView } from '../../../contract';
import { call } from '../calls';
import SiteForm from './SiteForm.vue';
import { useForm } from './useForm';
import { useGo } from '../go';
import SiteLink from '../SiteLink.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());
defineProps<{ money: OwnMoneyView }>();
const { answers, sending, trouble, send } = useForm('term', { months: '1' });
const go = useGo();

type Act = Exclude<TermView['may'][number], 'switch'>;
const labels: Record<Act, string> = {
  cancel: says.cancelIt,
  resume: says.resumeIt,
  pause: says.pauseIt,
  unpause: says.unpauseIt,
  stay: says.stayIt,
  card: says.changeCard,
};
const told: Record<Exclude<Act, 'card'>, string> = {
  cancel: says.cancelled,
  resume: says.resumed,
  pause: says.paused,
  unpause: says.unpaused,
  stay: says.stayed,
};
async function act(name: Act, term: TermView['id']): Promise<void> {
  let next = '';
  const through = await send(async () => {
    if (name === 'card') next = (await call('card', { term })).next;
    else if (name === 'pause') await call('pause', { term, months: Number(answers.months) });
    else await call(name, { term });
  });
  if (!through) return;
  if (name === 'card') location.assign(next);
  else await go('/account', told[name]);
}
const acts = (may: TermView['may']): Act[] => may.filter((one): one is Act => one !== 'switch');
</script>

<template>
  <h2 class="heading">{{ says.levelAndPayment }}</h2>
  <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
  <section v-for="term in money.terms" :key="term.id" class="term">
    <h3>{{ term.title }}</h3>
    <p v-if="term.says">{{ term.says }}</p>
    <p v-if="term.trouble" class="term__trouble" role="alert">{{ term.trouble }}</p>
    <template v-for="name in acts(term.may)" :key="name">
      <details v-if="name === 'cancel' || name === 'pause'" class="term__act">
        <summary>
          {{ labels[name] }}<span class="quiet">{{ term.hints[name] }}</span>
        </summary>
        <SiteForm name="term" :act="name" action="/account" @send="act(name, term.id)">
          <input type="hidden" name="term" :value="term.id" />
          <p v-if="name === 'pause'">
            <label class="field__label" :for="`months-${term.id}`">{{ says.pauseFor }}</label>
            <select :id="`months-${term.id}`" v-model="answers.months" name="months" class="input term__months">
              <option v-for="n in 6" :key="n" :value="String(n)">{{ n }}</option>
            </select>
          </p>
          <button type="submit" class="button" :class="{ 'button--bad': name === 'cancel' }" :disabled="sending">
            {{ name === 'cancel' ? says.cancelSure : labels[name] }}
          </button>
        </SiteForm>
      </details>
      <SiteForm v-else name="term" :act="name" action="/account" class="term__act" @send="act(name, term.id)">
        <input type="hidden" name="term" :value="term.id" />
        <button type="submit" class="linklike" :disabled="sending">{{ labels[name] }}</button>
        <span class="quiet">{{ term.hints[name] }}</span>
      </SiteForm>
    </template>
    <p v-if="term.may.includes('switch')" class="term__act">
      <SiteLink to="/pay">{{ says.changeLevel }}</SiteLink><span class="quiet">{{ term.hints.switch }}</span>
    </p>
  </section>
  <p v-if="money.canBuy && !money.terms.some((term) => term.may.includes('switch'))" class="term__act">
    <SiteLink to="/pay">{{ says.seeLevels }}</SiteLink>
  </p>
  <template v-if="money.receipts.length">
    <h2 class="heading">{{ says.receipts }}</h2>
    <ul class="receipts">
      <li v-for="receipt in money.receipts" :key="receipt.number">
        <span
          ><b>{{ receipt.date }}</b
          ><span class="quiet">{{ receipt.about }}</span></span
        >
        <span class="receipts__amount"
          >{{ receipt.amount
          }}<span
            ><SiteLink :to="`/receipts/${receipt.number}`" :aria-label="says.receiptOf({ number: receipt.number })">{{
              says.open
            }}</SiteLink>
            <a :href="`/receipts/${receipt.number}.pdf`" :aria-label="says.pdfOf({ number: receipt.number })">{{
              says.pdf
            }}</a></span
          ></span
        >
      </li>
    </ul>
  </template>
</template>
