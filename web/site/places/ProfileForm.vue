<script setup lang="ts">
/** What a member may change of their own profile; the page greets by it as soon as it is kept. */
import { computed, watch } from 'vue';
import type { PlaceView } from '../../../contract';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { useReader } from '../../kit/reader';
import { call } from '../calls';
import { blankOf, isGroup } from '../form/blank';
import FaultList from '../form/FaultList.vue';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';
import { siteSays } from '../site.sentences';

const says = siteSays(useReader());
const props = defineProps<{ place: Extract<PlaceView, { kind: 'account' }> }>();
const stands = () => {
  const answers = JSON.parse(JSON.stringify(props.place.answers)) as Record<string, unknown>;
  return Object.fromEntries(
    props.place.questions.map(({ name, input }) => [name, answers[name] ?? blankOf(input.kind)]),
  );
};
const { answers, sending, faults, trouble, faultOf, send } = useForm('profile', stands());
// What stands there now, once it is kept or was changed elsewhere.
watch(
  () => props.place.answers,
  () => Object.assign(answers, stands()),
);
const asked = computed(() => props.place.questions.map(({ name }) => name).join(' '));
const go = useGo();

async function keep(): Promise<void> {
  const given = JSON.parse(JSON.stringify(answers)) as Record<string, string>;
  if (await send(() => call('changeProfile', { answers: given }))) await go('/account', says.profileKept);
}
</script>

<template>
  <SiteForm name="profile" act="profile" action="/account" class="form" @send="keep">
    <h2 class="heading">{{ says.yourProfile }}</h2>
    <FaultList :faults="faults" :trouble="trouble" prefix="o-" />
    <input type="hidden" name="asked" :value="asked" />
    <div class="form__grid">
      <FieldFrame
        v-for="item in place.questions"
        :id="`o-${item.name}`"
        :key="item.name"
        :label="item.label"
        :help="item.help"
        :fault="faultOf(item.name)"
        :optional="!item.required"
        :group="isGroup(item.input.kind)"
      >
        <SiteInput
          :id="`o-${item.name}`"
          v-model="answers[item.name]"
          :name="item.name"
          :input="item.input"
          :label="item.label"
          :required="item.required"
          :bad="faultOf(item.name) !== null"
          :described="
            isGroup(item.input.kind) ? undefined : describedBy(`o-${item.name}`, faultOf(item.name), item.help)
          "
        />
      </FieldFrame>
    </div>
    <div class="form__send">
      <button class="button" type="submit" :disabled="sending">{{ says.keepProfile }}</button>
    </div>
  </SiteForm>
</template>
