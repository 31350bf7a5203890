<script setup lang="ts">
/** What a form is for: signing up, put to members, or asked for by a gate. */
import { computed } from 'vue';
import { describe } from '../../../../core/doors';
import type { AnyForm, PurposeOfForm } from '../../../../core/forms';
import type { PathId } from '../../../../core/kernel';
import KitChoice from '../../../kit/fields/KitChoice.vue';
import { reader } from '../../base/reader';
import { useDraft } from '../../setup/draft.store';
import GrantList from '../GrantList.vue';
import { joiningSays } from '../joining.sentences';
import { rulesSays } from '../../rules/rules.sentences';
import { audienceOf, audiences, keyOfAudience } from './audience';

const says = joiningSays(reader);
const rules = rulesSays(reader);
const props = defineProps<{ form: AnyForm; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: { purpose: PurposeOfForm }] }>();
const draft = useDraft();

const set = (purpose: PurposeOfForm) => emit('change', { purpose });
const uses = [
  { title: says.useSignup, value: 'signup' },
  { title: says.useFollowUp, value: 'followUp' },
  { title: says.useStep, value: 'step' },
];
const paths = computed(() =>
  draft.ofKind('path').map(({ id, body: path }) => ({ title: String(path['title']), value: id })),
);
function use(is: string): void {
  if (is === props.form.purpose.is) return;
  if (is === 'step') return set({ is: 'step' });
  if (is === 'followUp') return set({ is: 'followUp', audience: audienceOf(''), grants: [] });
  set({ is: 'signup', path: (paths.value[0]?.value ?? 'path') as PathId });
}
const whom = computed(() => {
  const { purpose } = props.form;
  const { setup } = draft;
  if (purpose.is !== 'followUp' || !setup) return [];
  const own =
    keyOfAudience(purpose.audience) === '*'
      ? [{ title: rules.asItIs({ rule: describe(purpose.audience, setup) }), value: '*' }]
      : [];
  return [...audiences(setup), ...own];
});
</script>

<template>
  <div class="fieldset">
    <div class="fieldset__two">
      <KitChoice :model-value="form.purpose.is" :label="says.formUse" :items="uses" @update:model-value="use" />
      <KitChoice
        v-if="form.purpose.is === 'signup'"
        :model-value="form.purpose.path"
        :label="says.leadsTo"
        :items="paths"
        @update:model-value="set({ is: 'signup', path: $event as PathId })"
      />
      <KitChoice
        v-else-if="form.purpose.is === 'followUp'"
        :model-value="keyOfAudience(form.purpose.audience)"
        :label="says.putTo"
        :items="whom"
        @update:model-value="$event !== '*' && set({ ...form.purpose, audience: audienceOf($event) })"
      />
    </div>
    <p class="quiet">{{ says[`${form.purpose.is}Help`] }}</p>
    <GrantList
      v-if="form.purpose.is === 'followUp'"
      :title="says.whenDone"
      :none="says.nothingWhenDone"
      :grants="form.purpose.grants"
      :fault-at="(at) => faultAt(`purpose.${at}`)"
      @change="form.purpose.is === 'followUp' && set({ ...form.purpose, grants: $event })"
    />
  </div>
</template>
