<script setup lang="ts">
/** How money is taken: cards, transfers, what happens when a payment fails, tax, and the letters about it. */
import { computed } from 'vue';
import type { MessageId } from '../../../core/kernel';
import { moneyLetters, type MoneyItem, type MoneyLetter } from '../../../core/money';
import { readyLetters } from '../../../core/ready';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import LetterEditor from '../letters/LetterEditor.vue';
import { readyLetter } from '../letters/begin';
import { useWriting } from '../letters/writing';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import ItemFindings from '../setup/ItemFindings.vue';
import MoneyHands from '../setup/MoneyHands.vue';
import { deskLevelsSays } from './levels.sentences';
import { rateOf, rateText } from './prices';
import SpanPick from './SpanPick.vue';

const says = deskLevelsSays(reader);
const draft = useDraft();
const money = computed(() => (draft.entry('money', 'money')?.body ?? null) as MoneyItem | null);
const faults = computed(() => draft.faults('money', 'money'));
const faultAt = (at: string) => faults.value.find(({ where }) => where === at)?.says ?? null;
const set = (change: Partial<MoneyItem>) => draft.edit('money', 'money', { ...money.value, ...change });
const ways = computed({
  get: () => [...(money.value?.card ? ['card'] : []), ...(money.value?.transfer ? ['transfer'] : [])],
  set: (chosen: readonly string[]) =>
    set({
      // What people read of a payment they read in a letter: each that is missing is begun as it ships.
      letters: chosen.length ? withOurs() : money.value!.letters,
      card: chosen.includes('card'),
      transfer: chosen.includes('transfer')
        ? (money.value?.transfer ?? { lines: [{ label: says.bankAccount, text: '…' }] })
        : undefined,
    }),
});
const { writing, presses, write, done } = useWriting();
const withOurs = (): MoneyItem['letters'] =>
  Object.fromEntries(
    moneyLetters.map((letter) => [letter, money.value?.letters[letter] ?? readyLetter(readyLetters.money[letter])]),
  );
function takeOurs(letter: MoneyLetter): void {
  const ours = readyLetter(readyLetters.money[letter]);
  setLetter(letter, ours);
  write(ours);
}
const lines = computed(() => money.value?.transfer?.lines ?? []);
const setLines = (now: readonly { label: string; text: string }[]) => set({ transfer: { lines: [...now] } });
const days = { count: 3, unit: 'days' } as const;
const letters = computed(() => [
  { title: says.noLetter, value: '' },
  ...draft.ofKind('message').map(({ id, body }) => ({
    title: body['off'] === true ? says.isOff({ letter: String(body['title']) }) : String(body['title']),
    value: id,
  })),
]);
const letterLabels: Record<MoneyLetter, string> = {
  paid: says.letterPaid,
  asked: says.letterAsked,
  failed: says.letterFailed,
  renews: says.letterRenews,
  cardExpires: says.letterCardExpires,
  ended: says.letterEnded,
  winBack: says.letterWinBack,
  refunded: says.letterRefunded,
};
const setLetter = (letter: MoneyLetter, id: string) =>
  set({ letters: { ...money.value!.letters, [letter]: id === '' ? undefined : (id as MessageId) } });
const taxModes = [
  { title: says.taxNone, value: 'none' },
  { title: says.taxIncluded, value: 'included' },
  { title: says.taxAdded, value: 'added' },
];
const setTax = (mode: string) =>
  set({
    tax:
      mode === 'none'
        ? undefined
        : { name: says.taxName, rate: 2000, ...money.value?.tax, mode: mode as 'included' | 'added' },
  });
</script>

<template>
  <section class="settings" :aria-label="says.taking">
    <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
    <Waiting v-else-if="!money" :rows="8" />
    <div v-else class="settings__cols">
      <ItemFindings :findings="draft.findingsAt('money', 'money')" />
      <p v-if="faults.length" class="field__fault" role="alert">{{ says.notSaved }}</p>
      <MoneyHands>
        <div class="section-head">
          <h2>{{ says.howItComes }}</h2>
        </div>
        <KitTicks
          v-model="ways"
          class="settings__all"
          :label="says.taken"
          :items="[
            { title: says.byCard, value: 'card' },
            { title: says.byTransfer, value: 'transfer' },
          ]"
        />
        <div v-if="money.transfer" class="settings__all bank-lines">
          <div v-for="(line, at) in lines" :key="at" class="bank-line">
            <KitField
              :id="`bank-label-${at}`"
              :model-value="line.label"
              :label="says.bankLabel"
              :fault="faultAt(`transfer.lines.${at}.label`)"
              @update:model-value="setLines(lines.map((one, n) => (n === at ? { ...one, label: $event } : one)))"
            />
            <KitField
              :id="`bank-text-${at}`"
              :model-value="line.text"
              :label="says.bankText"
              :fault="faultAt(`transfer.lines.${at}.text`)"
              @update:model-value="setLines(lines.map((one, n) => (n === at ? { ...one, text: $event } : one)))"
            />
            <KitButton
              v-if="lines.length > 1"
              kind="link"
              :aria-label="says.bankRemoveNamed({ line: line.label })"
              @click="setLines(lines.filter((_, n) => n !== at))"
              >{{ says.bankRemove }}</KitButton
            >
          </div>
          <p>
            <KitButton
              v-if="lines.length < 6"
              kind="link"
              @click="setLines([...lines, { label: says.bankLabel, text: '…' }])"
              >{{ says.bankAdd }}</KitButton
            >
          </p>
        </div>
        <div class="section-head">
          <h2>{{ says.whenItFails }}</h2>
        </div>
        <div class="settings__all bank-lines">
          <p class="quiet">{{ says.retriesHelp }}</p>
          <div v-for="(span, at) in money.retries" :key="at" class="bank-line">
            <SpanPick
              :id="`retry-${at}`"
              :model-value="span"
              :label="says.tryAfter({ number: at + 2 })"
              :fault="faultAt(`retries.${at}.count`)"
              @update:model-value="set({ retries: money.retries.map((one, n) => (n === at ? $event : one)) })"
            />
            <KitButton
              kind="link"
              :aria-label="says.retryRemoveNamed({ number: at + 2 })"
              @click="set({ retries: money.retries.filter((_, n) => n !== at) })"
              >{{ says.bankRemove }}</KitButton
            >
          </div>
          <p>
            <KitButton
              v-if="money.retries.length < 8"
              kind="link"
              @click="set({ retries: [...money.retries, days] })"
              >{{ says.retryAdd }}</KitButton
            >
          </p>
        </div>
        <SpanPick
          id="grace"
          :model-value="money.grace"
          :label="says.grace"
          :fault="faultAt('grace.count')"
          @update:model-value="set({ grace: $event })"
        />
        <SpanPick
          id="notice"
          :model-value="money.notice"
          :label="says.noticeBefore"
          :fault="faultAt('notice.count')"
          @update:model-value="set({ notice: $event })"
        />
        <KitTicks
          :model-value="money.winBack ? ['on'] : []"
          label=""
          :items="[{ title: says.askBack, value: 'on' }]"
          @update:model-value="set({ winBack: $event.length ? { count: 1, unit: 'months' } : undefined })"
        />
        <SpanPick
          v-if="money.winBack"
          id="win-back"
          :model-value="money.winBack"
          :label="says.askBackAfter"
          :fault="faultAt('winBack.count')"
          @update:model-value="set({ winBack: $event })"
        />
        <div class="section-head">
          <h2>{{ says.tax }}</h2>
        </div>
        <KitChoice
          :model-value="money.tax?.mode ?? 'none'"
          :label="says.taxMode"
          :items="taxModes"
          @update:model-value="setTax"
        />
        <template v-if="money.tax">
          <KitField
            id="tax-name"
            :model-value="money.tax.name"
            :label="says.taxCalled"
            :fault="faultAt('tax.name')"
            @update:model-value="set({ tax: { ...money.tax!, name: $event } })"
          />
          <KitField
            id="tax-rate"
            :model-value="rateText(money.tax.rate)"
            :label="says.taxRate"
            :fault="faultAt('tax.rate')"
            @update:model-value="set({ tax: { ...money.tax!, rate: rateOf($event) } })"
          />
          <KitField
            id="tax-number"
            :model-value="money.tax.number ?? ''"
            :label="says.taxNumber"
            :fault="faultAt('tax.number')"
            optional
            @update:model-value="set({ tax: { ...money.tax!, number: $event === '' ? undefined : $event } })"
          />
        </template>
      </MoneyHands>
      <div class="section-head">
        <h2>{{ says.lettersAbout }}</h2>
      </div>
      <div v-for="letter in moneyLetters" :key="letter">
        <KitChoice
          :model-value="money.letters[letter] ?? ''"
          :label="letterLabels[letter]"
          :items="letters"
          @update:model-value="setLetter(letter, $event)"
        />
        <KitButton
          v-if="money.letters[letter]"
          kind="link"
          :aria-label="says.writeNamed({ letter: letterLabels[letter] })"
          @click="write(money.letters[letter]!)"
          >{{ says.write }}</KitButton
        >
        <KitButton
          v-else
          kind="link"
          :aria-label="says.takeOursNamed({ letter: letterLabels[letter] })"
          @click="takeOurs(letter)"
          >{{ says.takeOurs }}</KitButton
        >
      </div>
      <LetterEditor v-if="writing" :id="writing" class="settings__all" :presses="presses" @done="done" />
    </div>
  </section>
</template>

<style src="../settings/settings.css"></style>
<style>
.bank-lines {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.bank-line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
}
.bank-line > .field {
  flex: 1 1 180px;
}
</style>
