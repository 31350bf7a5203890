<script setup lang="ts">
/** Six cells for a code of letters and digits; small letters, spaces and hyphens are taken as they come. */
import { VOtpInput } from 'vuetify/components/VOtpInput';
import { CODE_LENGTH, readCode } from '../../../core/joining/codes';

defineOptions({ inheritAttrs: false });
defineProps<{ id: string; bad?: boolean; described?: boolean; disabled?: boolean }>();
const model = defineModel<string>({ required: true });

/** Capitals at once, where they are typed: changed later, the cursor would jump behind the last cell. */
function capitals(event: Event): void {
  const input = event.target as HTMLInputElement;
  const typed = input.value.toUpperCase();
  if (typed === input.value) return;
  const { selectionStart, selectionEnd } = input;
  input.value = typed;
  input.setSelectionRange(selectionStart, selectionEnd);
}

function paste(event: ClipboardEvent): void {
  event.preventDefault();
  event.stopPropagation();
  model.value = readCode(event.clipboardData?.getData('text/plain') ?? '').slice(0, CODE_LENGTH);
}
</script>

<template>
  <div class="code" @paste.capture="paste" @input.capture="capitals">
    <VOtpInput
      :id="id"
      :model-value="model"
      :length="CODE_LENGTH"
      type="text"
      pattern="alphanumeric"
      label="Code"
      :error="bad"
      :disabled="disabled"
      autocomplete="one-time-code"
      autocapitalize="characters"
      :aria-invalid="bad || undefined"
      :aria-describedby="described ? `${id}-note` : undefined"
      @update:model-value="model = readCode($event)"
    />
  </div>
</template>
