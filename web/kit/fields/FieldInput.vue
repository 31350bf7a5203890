<script setup lang="ts">
/** The one set of inputs, by kind of question. Used by the site's forms and by the desk. */
import { computed, ref } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import { VSelect } from 'vuetify/components/VSelect';
import { VTextField } from 'vuetify/components/VTextField';
import { VTextarea } from 'vuetify/components/VTextarea';
import type { QuestionView } from '../../../contract';

const props = defineProps<{
  id: string;
  input: QuestionView['input'];
  label: string;
  required?: boolean;
  bad?: boolean;
  described?: boolean;
  autocomplete?: string;
}>();
const model = defineModel<string | boolean | string[] | null>();

const shown = ref(false);
const shared = computed(() => ({
  id: props.id,
  error: props.bad,
  'aria-invalid': props.bad || undefined,
  'aria-required': props.required || undefined,
  'aria-describedby': props.described ? `${props.id}-note` : undefined,
}));
const choices = computed(() => {
  const { input } = props;
  if (input.kind !== 'oneChoice' && input.kind !== 'severalChoices') return [];
  return input.choices.map((choice) => ({ title: choice.label, value: choice.id }));
});
const chosen = computed({
  get: () => (Array.isArray(model.value) ? model.value : []),
  set: (value: string[]) => (model.value = value),
});
const text = computed({
  get: () => (typeof model.value === 'string' ? model.value : ''),
  set: (value: string | null) => (model.value = value ?? ''),
});
</script>

<template>
  <VTextarea v-if="input.kind === 'text' && input.long" v-bind="shared" v-model="text" />
  <VTextField
    v-else-if="input.kind === 'text'"
    v-bind="shared"
    v-model="text"
    :autocomplete="autocomplete ?? input.autocomplete"
  />
  <VTextField
    v-else-if="input.kind === 'mail'"
    v-bind="shared"
    v-model="text"
    type="text"
    inputmode="email"
    autocapitalize="none"
    spellcheck="false"
    :autocomplete="autocomplete ?? 'email'"
  />
  <VTextField
    v-else-if="input.kind === 'password'"
    v-bind="shared"
    v-model="text"
    :type="shown ? 'text' : 'password'"
    :autocomplete="autocomplete ?? 'new-password'"
  >
    <template #append-inner>
      <button type="button" class="field__show" :aria-pressed="shown" @click="shown = !shown">
        {{ shown ? 'Hide' : 'Show' }}<span class="unseen">&#32;the password</span>
      </button>
    </template>
  </VTextField>
  <VTextField
    v-else-if="input.kind === 'number'"
    v-bind="shared"
    v-model="text"
    inputmode="numeric"
    autocomplete="off"
  />
  <VSelect
    v-else-if="input.kind === 'oneChoice'"
    v-bind="shared"
    v-model="model"
    :items="choices"
    :aria-label="label"
    placeholder="Choose one"
    persistent-placeholder
    :clearable="!required"
  />
  <div v-else-if="input.kind === 'severalChoices'" class="field__choices">
    <VCheckbox
      v-for="choice in choices"
      :id="`${id}-${choice.value}`"
      :key="choice.value"
      v-model="chosen"
      :value="choice.value"
      :label="choice.title"
    />
  </div>
  <VRadioGroup v-else-if="input.kind === 'yesNo'" v-bind="shared" v-model="model" inline>
    <VRadio label="Yes" :value="true" /><VRadio label="No" :value="false" />
  </VRadioGroup>
  <VCheckbox
    v-else-if="input.kind === 'agreement'"
    v-bind="shared"
    :model-value="model === true"
    :label="label"
    @update:model-value="model = $event === true"
  />
</template>
