<script setup lang="ts">
/** One profile field: label, kind with its limits and choices, who sees it and who changes it. */
import { computed } from 'vue';
import { facetOf, fieldKindNames, fieldKindOf, mayBeSource, type FieldItem } from '../../../core/fields';
import type { ChipName } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import WordsField from '../letters/WordsField.vue';
import DuplicateItem from '../setup/DuplicateItem.vue';
import { useItem } from '../setup/item';
import ChoiceList from './ChoiceList.vue';
import FieldConversion from './FieldConversion.vue';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{ id: string }>();
defineEmits<{ done: [] }>();
const draft = useDraft();
const { body, set, faultAt, faulty } = useItem('field', () => props.id);
const field = computed(() => body.value as FieldItem);
type Kind = FieldItem['of'];

const kinds = fieldKindNames.map((kind) => ({ title: fieldKindOf({ kind }).title(reader), value: kind }));
/** A name is text, or made of other answers; what has been answered is not written over by what is made. */
const offeredKinds = computed(() => {
  const { role } = field.value;
  const live = draft.live?.fields.get(field.value.id)?.of.kind;
  const mayBeMade = role === 'name' || !live || live === 'computed';
  return kinds.filter(({ value }) =>
    role ? value === 'shortText' || value === 'computed' : value !== 'computed' || mayBeMade,
  );
});
/** What a kind begins with; choices are kept between the kinds that have them. */
function changeKind(kind: string): void {
  const begun = fieldKindOf({ kind: kind as Kind['kind'] }).begin(reader);
  const { of } = field.value;
  if ('choices' in begun && 'choices' in of) return set({ of: withChoicesOf(begun, of) });
  // Of the first answer there is: of none it could not be made.
  if (begun.kind === 'computed')
    return set({ of: { ...begun, of: [...answersIn.value.keys()].slice(0, 1).map((chip) => ({ chip, or: '' })) } });
  set({ of: begun });
}
type Chosen = Extract<Kind, { choices: unknown }>;
function withChoicesOf(begun: Chosen, { choices }: Chosen): Chosen {
  // Only where choices are shown by pictures do those go along.
  if (begun.kind === 'imageChoice') return { ...begun, choices: choices.slice(0, 12) };
  return { ...begun, choices: choices.map(({ id, label, idle }) => ({ id, label, ...(idle ? { idle } : {}) })) };
}
/** The answers that may be put into one that is made of them. */
const answersIn = computed(
  () =>
    new Map(
      [...(draft.setup?.fields.values() ?? [])]
        .filter((one) => mayBeSource(one) && !one.retired && one.id !== props.id)
        .map((one): [ChipName, string] => [`field:${one.id}`, one.label]),
    ),
);
const lines = (text: string) => text.split('\n').filter((line) => line.trim() !== '');
/** Levels and groups a field may be about. */
const audiences = computed(() =>
  (['level', 'group'] as const).flatMap((kind) =>
    draft.offered(kind).map(({ title, value }) => ({ title, value: `${kind} ${value}` })),
  ),
);
const aboutWhom = computed(() => [
  ...(field.value.about?.levels ?? []).map((id) => `level ${id}`),
  ...(field.value.about?.groups ?? []).map((id) => `group ${id}`),
]);
function setAbout(chosen: readonly string[]): void {
  const of = (kind: string) =>
    chosen.filter((one) => one.startsWith(`${kind} `)).map((one) => one.slice(kind.length + 1));
  const about = { levels: of('level'), groups: of('group') } as FieldItem['about'];
  set({ about: chosen.length ? about : undefined });
}
const of = computed(() => field.value.of);
/** The first and the last day that may be answered, of kinds that hold days. */
const days = computed(() => {
  const facet = facetOf(of.value);
  return facet.is === 'day' || facet.is === 'span' ? facet : null;
});
/** Kinds with an input that is empty until something is typed. */
const takesText: ReadonlySet<string> = new Set([
  'shortText',
  'longText',
  'mail',
  'phone',
  'webAddress',
  'number',
  'colour',
]);
const setOf = (change: object) => set({ of: { ...of.value, ...change } as Kind });
/** A number that may be missing; what is no number stays as typed, and is marked. */
const numberFrom = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number.isFinite(Number(text)) ? Number(text) : (text as unknown as number);
const shown = (value: unknown): string => (value === undefined ? '' : String(value));

function addChoice(): void {
  if (!('choices' in of.value)) return;
  const { choices } = of.value;
  const id = idFrom(
    says.newChoice,
    choices.map((choice) => choice.id),
    'choice',
  );
  setOf({ choices: [...choices, { id, label: says.newChoice }] });
}
const role = computed(() => (field.value.role === 'name' ? says.roleName : field.value.role ? says.roleMail : null));
</script>

<template>
  <div class="fieldset">
    <div class="fieldset__three">
      <KitField
        id="field-label"
        :model-value="field.label"
        :label="says.label"
        :fault="faultAt('label')"
        @update:model-value="set({ label: $event })"
      />
      <KitChoice
        v-if="field.role !== 'mail'"
        :model-value="of.kind"
        :label="says.kind"
        :items="offeredKinds"
        @update:model-value="changeKind($event)"
      />
      <KitField
        id="field-help"
        :model-value="field.help ?? ''"
        :label="says.helpUnder"
        optional
        :fault="faultAt('help')"
        @update:model-value="set({ help: $event || undefined })"
      />
    </div>
    <p v-if="role" class="quiet">{{ says.builtIn({ role }) }}</p>
    <FieldConversion :id="id" />
    <div class="fieldset__three">
      <KitField
        v-if="takesText.has(of.kind)"
        id="field-placeholder"
        :model-value="field.placeholder ?? ''"
        :label="says.placeholder"
        optional
        :fault="faultAt('placeholder')"
        @update:model-value="set({ placeholder: $event || undefined })"
      />
      <KitField
        v-if="'longest' in of"
        id="field-longest"
        kind="number"
        :model-value="shown(of.longest)"
        :label="says.longest"
        :fault="faultAt('of.longest')"
        @update:model-value="setOf({ longest: numberFrom($event) })"
      />
      <template v-if="days">
        <KitField
          id="field-earliest"
          kind="date"
          :model-value="days.earliest ?? ''"
          :label="says.earliest"
          optional
          :fault="faultAt('of.earliest')"
          @update:model-value="setOf({ earliest: $event || undefined })"
        />
        <KitField
          id="field-latest"
          kind="date"
          :model-value="days.latest ?? ''"
          :label="says.latest"
          optional
          :fault="faultAt('of.latest')"
          @update:model-value="setOf({ latest: $event || undefined })"
        />
      </template>
      <template v-if="'whole' in of">
        <KitField
          id="field-least"
          kind="number"
          :model-value="shown(of.least)"
          :label="says.least"
          optional
          :fault="faultAt('of.least')"
          @update:model-value="setOf({ least: numberFrom($event) })"
        />
        <KitField
          id="field-most"
          kind="number"
          :model-value="shown(of.most)"
          :label="says.most"
          optional
          :fault="faultAt('of.most')"
          @update:model-value="setOf({ most: numberFrom($event) })"
        />
        <KitField
          id="field-unit"
          :model-value="of.unit?.many ?? ''"
          :label="says.unitMany"
          optional
          :fault="faultAt('of.unit.many')"
          @update:model-value="setOf({ unit: $event ? { one: of.unit?.one || $event, many: $event } : undefined })"
        />
        <KitField
          v-if="of.unit"
          id="field-unit-one"
          :model-value="of.unit.one"
          :label="says.unitOne"
          :fault="faultAt('of.unit.one')"
          @update:model-value="setOf({ unit: { one: $event, many: of.unit!.many } })"
        />
      </template>
    </div>
    <template v-if="'agree' in of">
      <KitField
        id="field-text"
        kind="longText"
        :model-value="of.text.join('\n')"
        :label="says.agreementText"
        :fault="faultAt('of.text')"
        @update:model-value="setOf({ text: lines($event) })"
      />
      <KitField
        id="field-agree"
        :model-value="of.agree"
        :label="says.agreementLabel"
        :fault="faultAt('of.agree')"
        @update:model-value="setOf({ agree: $event })"
      />
      <p>
        {{ says.agreementVersion({ version: of.version }) }}
        <KitButton kind="link" @click="setOf({ version: of.version + 1 })">{{ says.countUp }}</KitButton>
      </p>
      <p class="field__help">{{ says.agreementHelp }}</p>
    </template>
    <template v-if="of.kind === 'computed'">
      <WordsField
        id="field-of"
        :label="says.madeOf"
        :words="of.of"
        :names="answersIn"
        :insert="says.putAnswer"
        :fault="faultAt('of.of')"
        @change="setOf({ of: $event })"
      />
      <p class="field__help">{{ says.madeOfHelp }}</p>
    </template>
    <ChoiceList
      v-if="'choices' in of"
      :choices="of.choices"
      :pictured="of.kind === 'imageChoice'"
      :fault-at="(at) => faultAt(`of.choices${at}`)"
      @change="setOf({ choices: $event })"
      @add="addChoice"
    />
    <div class="fieldset__three">
      <KitChoice
        :model-value="field.seenBy"
        :label="says.seenBy"
        :items="[
          { title: says.seenMember, value: 'member' },
          { title: says.seenMembers, value: 'members' },
          { title: says.seenStaff, value: 'staff' },
        ]"
        @update:model-value="set({ seenBy: $event as FieldItem['seenBy'] })"
      />
      <div v-if="of.kind === 'computed'" class="field">
        <p class="field__label">{{ says.changedBy }}</p>
        <p class="quiet">{{ says.madeFollows }}</p>
      </div>
      <KitChoice
        v-else
        :model-value="field.changedBy"
        :label="says.changedBy"
        :items="[
          { title: says.byMember, value: 'member' },
          { title: says.byStaff, value: 'staff' },
          { title: says.byNobody, value: 'nobody' },
        ]"
        @update:model-value="set({ changedBy: $event as FieldItem['changedBy'] })"
      />
      <div class="field">
        <p class="field__label">{{ says.key }}</p>
        <p class="fieldset__key">{{ says.keyForGood({ key: field.id }) }}</p>
      </div>
    </div>
    <KitTicks
      v-if="!role && audiences.length"
      class="field-about"
      :model-value="aboutWhom"
      :label="says.about"
      :help="says.aboutHelp"
      :items="audiences"
      @update:model-value="setAbout"
    />
    <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
    <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
    <div class="fieldset__foot">
      <span class="fieldset__end">
        <KitButton @click="$emit('done')">{{ says.done }}</KitButton>
        <DuplicateItem :id="id" kind="field" />
      </span>
      <span v-if="!role" class="fieldset__end">
        <KitButton kind="danger" @click="draft.remove('field', id)">{{ says.remove }}</KitButton>
        <KitButton kind="danger" @click="set({ retired: true })">{{ says.retire }}</KitButton>
      </span>
    </div>
  </div>
</template>
