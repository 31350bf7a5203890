<script setup lang="ts">
/**
 * An input of a form: a plain one of the browser's own, there in the first HTML, that sends without script. Script
 * adds what helps (showing a password, the cells of a code) and never puts another in its place, so that nothing
 * typed meanwhile is lost.
 */
import { computed } from 'vue';
import type { FieldQuestion } from '../../../contract';
import { inputParts } from '../inputs';
import type { Tied } from '../inputs/input';

const props = defineProps<{
  id: string;
  name: string;
  input: FieldQuestion['input'] | { kind: 'code' };
  label: string;
  required?: boolean;
  bad?: boolean;
  described?: string;
  autocomplete?: string;
  placeholder?: string | null;
}>();
/** Inputs that are empty until something is typed. */
const takesText: ReadonlySet<string> = new Set(['text', 'mail', 'number', 'colour']);
const answer = defineModel<unknown>();
const tied = computed<Tied>(() => ({
  id: props.id,
  name: props.name,
  ...(props.placeholder && takesText.has(props.input.kind) ? { placeholder: props.placeholder } : {}),
  'aria-invalid': props.bad || undefined,
  'aria-required': props.required || undefined,
  'aria-describedby': props.described || undefined,
}));
</script>

<template>
  <component
    :is="inputParts[input.kind]"
    v-if="inputParts[input.kind]"
    v-model="answer as never"
    :tied="tied"
    :input="input as never"
    :autocomplete="autocomplete"
  />
</template>
