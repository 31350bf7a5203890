<script setup lang="ts">
/** One profile field: label, kind with its limits and choices, who sees it and who changes it. */
import { computed } from 'vue';
import { fieldKindNames, fieldKindOf, mayBeSource, type FieldItem } from '../../../core/fields';
import type { ChipName } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DuplicateItem from '../setup/DuplicateItem.vue';
import { useItem } from '../setup/item';
import FieldConversion from './FieldConversion.vue';
import { begunAs, takesText } from './kinds';
import KindLimits from './KindLimits.vue';
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
function changeKind(kind: string): void {
  const begun = begunAs(kind as Kind['kind'], field.value.of);
  // Of the first answer there is: of none it could not be made.
  if (begun.kind === 'computed')
    return set({ of: { ...begun, of: [...answersIn.value.keys()].slice(0, 1).map((chip) => ({ chip, or: '' })) } });
  set({ of: begun });
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
    <KindLimits :of="of" :names="answersIn" :fault-at="(at) => faultAt(`of.${at}`)" @change="set({ of: $event })">
      <KitField
        v-if="takesText.has(of.kind)"
        id="field-placeholder"
        :model-value="field.placeholder ?? ''"
        :label="says.placeholder"
        optional
        :fault="faultAt('placeholder')"
        @update:model-value="set({ placeholder: $event || undefined })"
      />
    </KindLimits>
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
