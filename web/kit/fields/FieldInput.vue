<script setup lang="ts">
/** The desk's inputs. The site has plain ones, which are there before any script. */
import { computed, ref } from 'vue';
import { VTextField } from 'vuetify/components/VTextField';
import { VTextarea } from 'vuetify/components/VTextarea';

const props = defineProps<{
  id: string;
  kind: 'mail' | 'password' | 'longText';
  required?: boolean;
  bad?: boolean;
  described?: string;
  autocomplete?: string;
}>();
const model = defineModel<string>({ required: true });

const shown = ref(false);
const shared = computed(() => ({
  id: props.id,
  error: props.bad,
  'aria-invalid': props.bad || undefined,
  'aria-required': props.required || undefined,
  'aria-describedby': props.described || undefined,
}));
/** An emptied Vuetify field says null. */
const text = computed({
  get: () => model.value,
  set: (value: string | null) => (model.value = value ?? ''),
});
</script>

<template>
  <VTextarea v-if="kind === 'longText'" v-bind="shared" v-model="text" />
  <VTextField
    v-else-if="kind === 'mail'"
    v-bind="shared"
    v-model="text"
    type="text"
    inputmode="email"
    autocapitalize="none"
    spellcheck="false"
    :autocomplete="autocomplete ?? 'email'"
  />
  <VTextField
    v-else
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
</template>
