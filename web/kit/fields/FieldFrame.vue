<script setup lang="ts">
/** A label above; beneath the input what is wrong with it and, always, its help. All tied together for screen readers. */
import { useReader } from '../reader';
import { kitSays } from '../kit.sentences';

const says = kitSays(useReader());
defineProps<{
  id: string;
  label: string;
  help?: string | null;
  fault?: string | null;
  optional?: boolean;
  group?: boolean;
}>();
</script>

<script lang="ts">
/** The ids that describe an input, for its `aria-describedby`. */
export const describedBy = (id: string, fault: unknown, help: unknown): string | undefined =>
  [fault ? `${id}-fault` : '', help ? `${id}-help` : ''].filter(Boolean).join(' ') || undefined;
</script>

<template>
  <component
    :is="group ? 'fieldset' : 'div'"
    :id="group ? `${id}-frame` : undefined"
    class="field"
    :class="{ 'field--bad': fault }"
    :tabindex="group ? -1 : undefined"
    :aria-describedby="group ? describedBy(id, fault, help) : undefined"
  >
    <component :is="group ? 'legend' : 'label'" :id="`${id}-label`" class="field__label" :for="group ? undefined : id">
      {{ label }}&#32;<span v-if="optional" class="field__optional">{{ says.ifYouLike }}</span>
    </component>
    <slot />
    <p v-if="fault" :id="`${id}-fault`" class="field__fault">{{ fault }}</p>
    <p v-if="help" :id="`${id}-help`" class="field__help">{{ help }}</p>
  </component>
</template>
