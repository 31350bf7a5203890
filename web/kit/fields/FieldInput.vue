<script setup lang="ts">
/** The desk's inputs. The site has plain ones, which are there before any script. */
import { computed, ref } from 'vue';
import { VTextField } from 'vuetify/components/VTextField';
import { VTextarea } from 'vuetify/components/VTextarea';
import { useReader } from '../reader';
import { kitSays } from '../kit.sentences';

const says = kitSays(useReader());

const props = defineProps<{
  id: string;
  kind: 'text' | 'number' | 'mail' | 'password' | 'longText' | 'search' | 'date';
  /** Where no label stands beside it. */
  label?: string;
  required?: boolean;
  bad?: boolean;
  described?: string;
  autocomplete?: string;
  placeholder?: string;
}>();
const model = defineModel<string>({ required: true });

const shown = ref(false);
const shared = computed(() => ({
  id: props.id,
  class: 'kit-field',
  error: props.bad,
  placeholder: props.placeholder,
  'aria-label': props.label,
  'aria-invalid': props.bad || undefined,
  'aria-required': props.required || undefined,
  'aria-describedby': props.described || undefined,
}));
const attributes: Readonly<Record<typeof props.kind, Readonly<Record<string, string>>>> = {
  mail: { type: 'text', inputmode: 'email', autocapitalize: 'none', spellcheck: 'false', autocomplete: 'email' },
  password: { type: 'password', autocomplete: 'new-password' },
  search: { type: 'search', autocomplete: 'off' },
  date: { type: 'date', autocomplete: 'off' },
  text: { type: 'text', autocomplete: 'off' },
  number: { type: 'text', inputmode: 'numeric', autocomplete: 'off' },
  longText: {},
};
const own = computed(() => ({ ...attributes[props.kind], ...(shown.value ? { type: 'text' } : {}) }));
/** An emptied Vuetify field says null. */
const text = computed({
  get: () => model.value,
  set: (value: string | null) => (model.value = value ?? ''),
});
</script>

<template>
  <VTextarea v-if="kind === 'longText'" v-bind="shared" v-model="text" />
  <VTextField v-else v-bind="{ ...shared, ...own, ...(autocomplete ? { autocomplete } : {}) }" v-model="text">
    <template v-if="kind === 'password'" #append-inner>
      <button type="button" class="field__show" :aria-pressed="shown" @click="shown = !shown">
        {{ shown ? says.hide : says.show }}&#32;<span class="unseen">{{ says.thePassword }}</span>
      </button>
    </template>
  </VTextField>
</template>
