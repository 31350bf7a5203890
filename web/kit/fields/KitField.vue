<script setup lang="ts">
/** An input with its label, help and fault: what an editor is made of. */
import FieldFrame, { describedBy } from './FieldFrame.vue';
import FieldInput from './FieldInput.vue';

withDefaults(
  defineProps<{
    id: string;
    label: string;
    kind?: 'text' | 'number' | 'date' | 'mail' | 'longText';
    help?: string | null;
    fault?: string | null;
    optional?: boolean;
  }>(),
  { kind: 'text', help: null, fault: null, optional: false },
);
const model = defineModel<string>({ required: true });
</script>

<template>
  <FieldFrame :id="id" :label="label" :help="help" :fault="fault" :optional="optional">
    <FieldInput
      :id="id"
      v-model="model"
      :kind="kind"
      :required="!optional"
      :bad="fault !== null"
      :described="describedBy(id, fault, help)"
    />
  </FieldFrame>
</template>
