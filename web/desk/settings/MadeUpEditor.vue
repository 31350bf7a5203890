<script setup lang="ts">
/** Somebody made up, while they are being made: standing, levels, groups, and an answer to each field. */
import { computed, ref } from 'vue';
import { Standing, sayStanding, type FieldValue } from '../../../core/facts';
import { isAnswered } from '../../../core/fields';
import type { GroupId, LevelId } from '../../../core/kernel';
import type { MadeUp } from '../../../core/rehearsal';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import type { Trouble } from '../base/calls';
import AnswerInput from '../people/AnswerInput.vue';
import { useKept } from '../base/kept';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { madeUpSays } from './madeUp.sentences';

const says = madeUpSays(reader);
const props = defineProps<{ of: string; person: MadeUp | null; trouble: Trouble | null; busy: boolean }>();
const emit = defineEmits<{ keep: [person: MadeUp]; cancel: [] }>();
const draft = useDraft();

const typed = ref({
  name: props.person?.name ?? '',
  standing: (props.person?.standing ?? 'admitted') as string,
  days: String(props.person?.days ?? 30),
  levels: (props.person?.levels ?? []).map(({ level, left }) => ({ level, left: left === null ? '' : String(left) })),
  groups: (props.person?.groups ?? []) as readonly string[],
  answers: { ...props.person?.answers } as Record<string, FieldValue>,
});
const kept = useKept(() => `made-up.${props.of}`, typed);
defineExpose({ drop: kept.drop });
const tried = ref(false);

const fields = computed(() =>
  draft
    .ofKind('field')
    .map(({ good }) => good)
    .filter(({ retired, role, of }) => !retired && role !== 'name' && isAnswered(of)),
);
const standings = Standing.options.map((one) => ({ title: sayStanding(one, reader), value: one }));

const whole = (text: string) => /^[-−]?\d{1,5}$/.test(text.trim());
const numberOf = (text: string) => Number(text.trim().replace('−', '-'));
const faultOfDays = computed(() =>
  whole(typed.value.days) && numberOf(typed.value.days) >= 0 ? null : says.wholeNumber,
);
const faultOfLeft = (left: string) => (left.trim() === '' || whole(left) ? null : says.wholeNumber);
const faultAt = (at: string) =>
  props.trouble?.faults?.find((fault) => fault.at === at || fault.at === `person.${at}`)?.says ?? null;

function answer(id: string, value: FieldValue | undefined): void {
  const { [id]: _, ...others } = typed.value.answers;
  typed.value.answers = value === undefined ? others : { ...others, [id]: value };
}
function keep(): void {
  tried.value = true;
  if (faultOfDays.value || typed.value.levels.some(({ left }) => faultOfLeft(left))) return;
  emit('keep', {
    name: typed.value.name.trim(),
    standing: typed.value.standing as Standing,
    days: numberOf(typed.value.days),
    levels: typed.value.levels.map(({ level, left }) => ({
      level: level as LevelId,
      left: left.trim() === '' ? null : numberOf(left),
    })),
    groups: [...typed.value.groups] as GroupId[],
    answers: typed.value.answers,
  });
}
</script>

<template>
  <form class="gate-panel fieldset" @submit.prevent="keep">
    <KitField id="made-up-name" v-model="typed.name" :label="says.name" :fault="faultAt('name')" />
    <div class="fieldset__two">
      <KitChoice v-model="typed.standing" :label="says.standing" :items="standings" />
      <KitField
        id="made-up-days"
        v-model="typed.days"
        kind="number"
        :label="says.days"
        :help="says.daysHelp"
        :fault="tried ? faultOfDays : null"
      />
    </div>
    <div v-for="(one, at) in typed.levels" :key="at" class="fieldset__two">
      <KitChoice v-model="one.level" :label="says.levelNumber({ number: at + 1 })" :items="draft.offered('level')" />
      <div>
        <KitField
          :id="`made-up-left-${at}`"
          v-model="one.left"
          kind="number"
          optional
          :label="says.left"
          :help="says.leftHelp"
          :fault="tried ? faultOfLeft(one.left) : null"
        />
        <KitButton
          kind="link"
          :aria-label="says.takeOutNamed({ name: says.levelNumber({ number: at + 1 }) })"
          @click="typed.levels.splice(at, 1)"
          >{{ says.takeOut }}</KitButton
        >
      </div>
    </div>
    <KitButton
      v-if="draft.offered('level').length"
      kind="link"
      class="made-up__add"
      @click="typed.levels.push({ level: draft.offered('level')[0]!.value as LevelId, left: '' })"
      >{{ says.addLevel }}</KitButton
    >
    <KitTicks
      v-if="draft.offered('group').length"
      v-model="typed.groups"
      :label="says.groups"
      :items="draft.offered('group')"
    />
    <h3>{{ says.answers }}</h3>
    <div class="made-up__answers">
      <AnswerInput
        v-for="field in fields"
        :id="`made-up-${field.id}`"
        :key="field.id"
        :field="field"
        :label="field.label"
        optional
        :model-value="typed.answers[field.id]"
        :fault="faultAt(`answers.${field.id}`)"
        @update:model-value="answer(field.id, $event)"
      />
    </div>
    <p v-if="trouble && !trouble.faults" class="field__fault" role="alert">{{ trouble.says }}</p>
    <div class="fieldset__foot">
      <span class="fieldset__end">
        <KitButton kind="primary" type="submit" :disabled="busy">{{ says.keep }}</KitButton>
        <KitButton @click="(kept.drop(), emit('cancel'))">{{ says.cancel }}</KitButton>
      </span>
      <slot />
    </div>
  </form>
</template>

<style>
.made-up__add {
  align-self: flex-start;
}
.made-up__answers {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px 20px;
}
@media (max-width: 600px) {
  .made-up__answers {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
