<script setup lang="ts">
/** What admission gives: levels and groups, to everybody or by an answer. */
import { computed } from 'vue';
import { describe } from '../../../core/doors';
import type { Grant } from '../../../core/joining';
import type { GroupId, LevelId, Span } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitButton from '../../kit/KitButton.vue';
import MenuButton from '../../kit/MenuButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import BesideField from '../rules/BesideField.vue';
import { beginsWith, besideOf, choiceOf, choicesBeside, conditionsOn, ruleOfKey } from '../rules/conditions';
import { joiningSays } from './joining.sentences';
import { rulesSays } from '../rules/rules.sentences';

const says = joiningSays(reader);
const rules = rulesSays(reader);
const props = defineProps<{
  title?: string;
  none?: string;
  grants: readonly Grant[];
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [grants: Grant[]] }>();
const draft = useDraft();

const fields = computed(() =>
  draft
    .ofKind('field')
    .map(({ body }) => body)
    .filter(({ retired, role }) => !retired && !role),
);
const put = (at: number, grant: Grant) =>
  emit(
    'change',
    props.grants.map((one, n) => (n === at ? grant : one)),
  );

/** Everybody, each answer that can be chosen, each number that can be reached; and the rule that stands there. */
const conditions = (grant: Grant) => {
  const { key } = choiceOf(grant.when, fields.value);
  const own =
    key === '*' && draft.setup
      ? [{ title: rules.asItIs({ rule: describe(grant.when!, draft.setup) }), value: '*' }]
      : [];
  return [{ title: says.everybody, value: '' }, ...own, ...conditionsOn(fields.value)];
};
const whom = (grant: Grant) => choiceOf(grant.when, fields.value);
function setWhen(at: number, key: string, typed: string): void {
  if (key === '*') return;
  const { when: _, ...grant } = props.grants[at]!;
  const when = ruleOfKey(key, typed, fields.value);
  if (key !== '' && !when) return;
  put(at, (when ? { ...grant, when } : grant) as Grant);
}

const spans: readonly { title: string; value: string; span: Span | null }[] = [
  { title: says.forGood, value: '', span: null },
  { title: says.oneMonth, value: '1 months', span: { count: 1, unit: 'months' } },
  { title: says.sixMonths, value: '6 months', span: { count: 6, unit: 'months' } },
  { title: says.oneYear, value: '1 years', span: { count: 1, unit: 'years' } },
];
const spanOf = (grant: Grant) => ('level' in grant && grant.lasts ? `${grant.lasts.count} ${grant.lasts.unit}` : '');
function setSpan(at: number, value: string): void {
  const grant = props.grants[at]!;
  if (!('level' in grant)) return;
  const { lasts: _, ...rest } = grant;
  const span = spans.find((one) => one.value === value)?.span;
  put(at, span ? { ...rest, lasts: span } : rest);
}
const additions = computed(() => [
  ...(draft.offered('level')[0]
    ? [
        {
          title: says.addLevel,
          act: () => emit('change', [...props.grants, { level: draft.offered('level')[0]!.value as LevelId }]),
        },
      ]
    : []),
  ...(draft.offered('group')[0]
    ? [
        {
          title: says.addGroup,
          act: () => emit('change', [...props.grants, { group: draft.offered('group')[0]!.value as GroupId }]),
        },
      ]
    : []),
]);
</script>

<template>
  <section>
    <div class="section-head">
      <h2>{{ title ?? says.onAdmission }}</h2>
      <MenuButton class="section-head__note" small :label="says.addGrant" :items="additions">{{
        says.addGrant
      }}</MenuButton>
    </div>
    <p v-if="grants.length === 0" class="empty">{{ none ?? says.nothingGiven }}</p>
    <div v-for="(grant, at) in grants" :id="`grants.${at}`" :key="at" class="grant">
      <KitChoice
        v-if="'level' in grant"
        :model-value="grant.level"
        :label="says.level"
        :items="draft.offered('level')"
        @update:model-value="put(at, { ...grant, level: $event as LevelId })"
      />
      <KitChoice
        v-else
        :model-value="grant.group"
        :label="says.group"
        :items="draft.offered('group')"
        @update:model-value="put(at, { ...grant, group: $event as GroupId })"
      />
      <KitChoice
        v-if="'level' in grant"
        :model-value="spanOf(grant)"
        :label="says.forSpan"
        :items="spans"
        @update:model-value="setSpan(at, $event)"
      />
      <span v-else />
      <div class="fieldset__two grant__whom">
        <KitChoice
          :model-value="whom(grant).key"
          :label="says.whom"
          :items="conditions(grant)"
          @update:model-value="setWhen(at, $event, beginsWith($event, fields))"
        />
        <BesideField
          v-if="besideOf(whom(grant).key)"
          :id="`grant-number-${at}`"
          :beside="besideOf(whom(grant).key)!"
          :choices="choicesBeside(whom(grant).key, fields)"
          :model-value="whom(grant).typed"
          :fault="faultAt(`grants.${at}`)"
          @update:model-value="setWhen(at, whom(grant).key, $event)"
        />
      </div>
      <KitButton
        kind="link"
        @click="
          emit(
            'change',
            grants.filter((_, n) => n !== at),
          )
        "
        >{{ says.takeOut }}</KitButton
      >
    </div>
  </section>
</template>
