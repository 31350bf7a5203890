<script setup lang="ts">
/** An admission path: the lane of gates, the chosen one's settings, what admission gives, and what comes by itself. */
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { pathOfForm } from '../../../core/forms';
import { kindOf, ownGateKinds, ownOf, type OwnGate, type PathItem } from '../../../core/joining';
import type { GateId, MessageId } from '../../../core/kernel';
import { lineFor } from '../../../core/kernel/table';
import type { MessageItem } from '../../../core/messages';
import { readyLetters } from '../../../core/ready';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import MenuButton from '../../kit/MenuButton.vue';
import StandingMark from '../../kit/StandingMark.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { reader } from '../base/reader';
import { typedCount } from './counts';
import { useDraft } from '../setup/draft.store';
import DuplicateItem from '../setup/DuplicateItem.vue';
import DraftMount from '../viewpoint/DraftMount.vue';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import LetterEditor from '../letters/LetterEditor.vue';
import { readyLetter } from '../letters/begin';
import { useWriting } from '../letters/writing';
import LetterChoice from './LetterChoice.vue';
import { foretell } from './foretold';
import GateEditor from './GateEditor.vue';
import GrantList from './GrantList.vue';
import TurnList from './TurnList.vue';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const chosen = ref<string | null>(null);
/** The letter that is being written. */
const { writing, presses, write, done } = useWriting();

const paths = computed(() => draft.ofKind('path').map(({ body }) => body));
const id = computed(() => {
  const asked = typeof route.params['id'] === 'string' ? route.params['id'] : null;
  return asked ?? (paths.value.find(({ retired }) => !retired) ?? paths.value[0])?.id ?? null;
});
const { body, set, faultAt, faulty, findings } = useItem('path', () => id.value);
const path = computed(() => body.value as PathItem | null);
const gate = computed(() => path.value?.gates.find((one) => one.id === chosen.value) ?? path.value?.gates[0] ?? null);
const place = computed(() => (gate.value && path.value ? path.value.gates.indexOf(gate.value) : -1));
watch(
  () => route.hash,
  (hash) => {
    const at = Number(/^#gates\.(\d+)/.exec(hash)?.[1] ?? -1);
    if (path.value?.gates[at]) chosen.value = path.value.gates[at].id;
  },
  { immediate: true },
);

const setGates = (gates: readonly OwnGate[]) => set({ gates: [...gates] });
function change(gates: OwnGate): void {
  setGates(path.value!.gates.map((one, at) => (at === place.value ? gates : one)));
}
function move(by: number): void {
  const gates = [...path.value!.gates];
  const to = place.value + by;
  if (!gate.value || to < 0 || to >= gates.length) return;
  const { id: moved } = gate.value;
  gates.splice(to, 0, ...gates.splice(place.value, 1));
  chosen.value = moved;
  setGates(gates);
}
const pages = computed(() =>
  draft.ofKind('page').map(({ id: page, body: one }) => ({ title: String(one['title']), value: page })),
);
/** The letter that other paths use there, else the one that ships for it. */
const letterFor = (use: (path: PathItem) => string | undefined, ships: MessageItem): string =>
  paths.value.map(use).find(Boolean) ?? readyLetter(ships);
const gateOfKind = (kind: OwnGate['kind'], one: PathItem) => one.gates.find((found) => found.kind === kind);
function addGate(kind: OwnGate['kind'], title: string): void {
  const made = idFrom(
    title,
    path.value!.gates.map((one) => one.id),
    'gate',
  ) as GateId;
  /** A letter that other gates of this kind send there, else the one that ships. */
  const letter = (at: 'message' | 'reminder') =>
    letterFor(
      (one) => (gateOfKind(kind, one) as Partial<Record<typeof at, string>> | undefined)?.[at],
      lineFor<MessageItem>(readyLetters.gate, `${kind}.${at}`),
    ) as MessageId;
  const fresh = ownOf({ kind }).fresh({
    id: made,
    title,
    reader: draft.setup?.doc.site.shortName ?? title,
    letter,
    form: draft.setup?.doc.forms.find(({ purpose }) => purpose.is === 'step')?.id ?? null,
    level:
      draft.setup?.doc.levels.find(({ retired, prices }) => !retired && prices.some(({ kind: of }) => of !== 'free'))
        ?.id ?? null,
  });
  // An address is confirmed before anybody reads.
  const { gates: now } = path.value!;
  setGates(kindOf(fresh).proves ? [fresh, ...now] : [...now, fresh]);
  chosen.value = made;
}
const additions = ownGateKinds.map((kind) => {
  const title = ownOf({ kind }).called(reader);
  return { title, act: () => addGate(kind, title) };
});
function make(title: string): void {
  const made = idFrom(
    title,
    paths.value.map((one) => one.id),
    'path',
  );
  const letter = (name: 'admitted' | 'declined' | 'outOfTime' | 'asked') =>
    letterFor((one) => one[name], readyLetters.path[name]);
  draft.edit('path', made, {
    id: made,
    title,
    gates: [],
    grants: [],
    admitted: letter('admitted'),
    declined: letter('declined'),
    outOfTime: letter('outOfTime'),
    asked: letter('asked'),
    landing: draft.setup?.doc.site.home ?? 'home',
  });
  void router.push(`/desk/joining/paths/${made}`);
}
const others = computed(() => paths.value.map((one) => ({ title: one.title, to: `/desk/joining/paths/${one.id}` })));
/** What stands under a gate in the lane. */
const linesOf = (one: OwnGate): readonly string[] => [
  ...(draft.setup ? ownOf(one).brief(one, draft.setup) : []),
  ...(one.when ? [says.forSome] : []),
];
const forms = computed(
  () => draft.setup?.doc.forms.filter((form) => pathOfForm(form) === id.value && !form.retired) ?? [],
);
const form = computed(() => forms.value[0] ?? null);
/** What those who come here were asked, which decides on this path. */
const fields = computed(() =>
  draft
    .ofKind('field')
    .map(({ body: field }) => field)
    .filter(
      ({ id: field, role, retired }) =>
        !role &&
        !retired &&
        (forms.value.length === 0 ||
          forms.value.some(({ parts }) => parts.some((part) => part.part === 'field' && part.field === field))),
    ),
);
const foretold = computed(() => {
  const known = id.value ? draft.setup?.paths.get(id.value) : undefined;
  return known && draft.setup ? foretell(known, draft.setup, draft.view?.now ?? 0, true) : [];
});
/** In days, whatever it was written in. */
const againText = computed(() => {
  const again = path.value?.again;
  if (!again) return '';
  const days: Partial<Record<typeof again.unit, number>> = { days: 1, weeks: 7, months: 30, years: 365 };
  return typeof again.count === 'number'
    ? String(Math.round(again.count * (days[again.unit] ?? 1)))
    : String(again.count);
});
const landings = [
  ['admitted', says.letterAdmitted],
  ['declined', says.letterDeclined],
  ['outOfTime', says.letterOutOfTime],
  ['asked', says.letterAsked],
] as const;
</script>

<template>
  <div class="editor">
    <section class="editor__work" :aria-label="path?.title ?? says.admissionPaths">
      <div class="editor__head">
        <h2>{{ path?.title ?? says.admissionPaths }}</h2>
        <span v-if="path" class="quiet">{{
          says.formsHere({ count: forms.length, forms: forms.map(({ title }) => title) })
        }}</span>
        <MenuButton v-if="paths.length > 1" :label="says.thePath" :items="others">{{ says.thePath }}</MenuButton>
        <MenuButton v-if="path" :label="says.addGate" :items="additions">{{ says.addGate }}</MenuButton>
        <KitButton @click="naming = true">{{ says.newPath }}</KitButton>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="8" />
      <p v-else-if="!path" class="empty">{{ route.params['id'] ? says.noSuchPath : says.noPaths }}</p>
      <template v-else>
        <p v-if="path.retired" class="quiet">
          {{ says.pathRetired }}
          <KitButton kind="link" @click="set({ retired: undefined })">{{ says.bringBack }}</KitButton>
        </p>
        <ItemFindings :findings="findings" />
        <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <div class="lane" role="group" :aria-label="says.moveGate">
          <div class="lane__end">
            <span class="lane__mark"><StandingMark standing="applicant" :word="false" /></span>
            <span class="lane__name">{{ says.applicant }}</span>
          </div>
          <button
            v-for="(one, at) in path.gates"
            :key="one.id"
            type="button"
            class="lane__gate"
            :class="{ 'lane__gate--chosen': one.id === gate?.id }"
            :aria-pressed="one.id === gate?.id"
            @click="chosen = one.id"
            @keydown.alt.left.prevent="((chosen = one.id), move(-1))"
            @keydown.alt.right.prevent="((chosen = one.id), move(1))"
          >
            <span class="lane__plate">{{ at + 1 }}</span>
            <span class="lane__name">{{ one.title }}</span>
            <span v-for="line in linesOf(one)" :key="line" class="lane__says">{{ line }}</span>
          </button>
          <div class="lane__end">
            <span class="lane__mark"><StandingMark standing="admitted" :word="false" /></span>
            <span class="lane__name">{{ says.admitted }}</span>
          </div>
        </div>
        <GateEditor
          v-if="gate"
          :gate="gate"
          :number="place + 1"
          :fields="fields"
          :fault-at="(at) => faultAt(`gates.${place}.${at}`)"
          @change="change"
          @take-out="setGates(path.gates.filter(({ id: one }) => one !== gate!.id))"
          @write="write"
        >
          <template #moves>
            <KitButton small :disabled="place === 0" @click="move(-1)">{{ says.earlier }}</KitButton>
            <KitButton small :disabled="place === path.gates.length - 1" @click="move(1)">{{ says.later }}</KitButton>
          </template>
        </GateEditor>
        <p v-else class="gate-panel">{{ says.noGates }}</p>
        <div class="path__below">
          <TurnList
            :turns="path.turns ?? []"
            :path="path.id"
            :fields="fields"
            :fault-at="faultAt"
            @change="set({ turns: $event.length ? $event : undefined })"
          />
          <GrantList :grants="path.grants" :fault-at="faultAt" @change="set({ grants: $event })" />
          <section>
            <div class="section-head">
              <h2>{{ says.letters }}</h2>
            </div>
            <div class="fieldset__three path__letters">
              <KitField
                id="path-title"
                :model-value="path.title"
                :label="says.title"
                :fault="faultAt('title')"
                @update:model-value="set({ title: $event })"
              />
              <LetterChoice
                v-for="[name, label] in landings"
                :key="name"
                :model-value="path[name]"
                :label="label"
                @update:model-value="set({ [name]: $event })"
                @write="write"
              />
              <KitChoice
                :model-value="path.landing"
                :label="says.landing"
                :items="pages"
                @update:model-value="set({ landing: $event as PathItem['landing'] })"
              />
              <KitField
                id="path-again"
                kind="number"
                optional
                :model-value="againText"
                :label="says.again"
                :help="says.againHelp"
                :fault="faultAt('again.count')"
                @update:model-value="
                  set({ again: $event.trim() === '' ? undefined : { count: typedCount($event), unit: 'days' } })
                "
              />
            </div>
            <LetterEditor v-if="writing" :id="writing" :presses="presses" @done="done" />
          </section>
          <div class="fieldset__foot">
            <DuplicateItem :id="path.id" kind="path" />
            <span class="fieldset__end">
              <KitButton kind="danger" @click="draft.remove('path', path.id)">{{ says.remove }}</KitButton>
              <KitButton v-if="!path.retired" kind="danger" @click="set({ retired: true })">{{
                says.retirePath
              }}</KitButton>
            </span>
          </div>
        </div>
      </template>
    </section>
    <DraftMount
      v-if="path && form"
      :title="says.whatSees({ name: says.aVisitor })"
      :note="says.inDraft"
      :link="says.fullPage"
      person="visitor"
      :place="`/join/${form.address}`"
    >
      <h3>{{ says.ifNobody }}</h3>
      <dl class="foretold">
        <template v-for="line in foretold" :key="line.day + line.says">
          <dt>{{ line.day }}</dt>
          <dd>{{ line.says }}</dd>
        </template>
      </dl>
    </DraftMount>
    <NewItem v-model="naming" :title="says.newPath" :label="says.title" :action="says.newPath" @make="make" />
  </div>
</template>

<style src="./editor.css"></style>
