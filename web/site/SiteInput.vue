<script setup lang="ts">
/** An input of a form: the first HTML keeps its place, the real one moves in as soon as it has been fetched. */
import { getCurrentInstance, onMounted, shallowRef, type Component } from 'vue';
import type { QuestionView } from '../../contract';
import { loadInputs } from './inputs';

defineProps<{
  id: string;
  input: QuestionView['input'] | { kind: 'code' };
  label: string;
  required?: boolean;
  bad?: boolean;
  described?: boolean;
  autocomplete?: string;
}>();
const model = defineModel<unknown>();
const real = shallowRef<{ FieldInput: Component; CodeInput: Component }>();
const app = getCurrentInstance()!.appContext.app;

onMounted(async () => {
  const inputs = await loadInputs();
  inputs.install(app);
  real.value = inputs;
});
</script>

<template>
  <component
    :is="input.kind === 'code' ? real.CodeInput : real.FieldInput"
    v-if="real"
    :id="id"
    v-model="model"
    :input="input"
    :label="label"
    :required="required"
    :bad="bad"
    :described="described"
    :autocomplete="autocomplete"
  />
  <div v-else-if="input.kind === 'code'" class="code code--waiting" aria-hidden="true"><i v-for="n in 6" :key="n" /></div>
  <div
    v-else-if="input.kind === 'severalChoices' || input.kind === 'agreement' || input.kind === 'yesNo'"
    class="waiting waiting--ticks"
    aria-hidden="true"
  >
    <p v-for="text in input.kind === 'severalChoices' ? input.choices.map((c) => c.label) : [label]" :key="text"><i /> {{ text }}</p>
  </div>
  <div v-else class="waiting" aria-hidden="true" />
</template>
