<script setup lang="ts">
/** A label above, help or fault beneath; the input between. Everything is tied together for screen readers. */
defineProps<{ id: string; label: string; help?: string | null; fault?: string | null; optional?: boolean; group?: boolean }>();
</script>

<template>
  <component
    :is="group ? 'fieldset' : 'div'"
    class="field"
    :class="{ 'field--bad': fault }"
    :aria-describedby="group && (fault || help) ? `${id}-note` : undefined"
  >
    <component :is="group ? 'legend' : 'label'" :id="`${id}-label`" class="field__label" :for="group ? undefined : id">
      {{ label }}<span v-if="optional" class="field__optional">&#32;if you like</span>
    </component>
    <slot />
    <p v-if="fault" :id="`${id}-note`" class="field__fault">{{ fault }}</p>
    <p v-else-if="help" :id="`${id}-note`" class="field__help">{{ help }}</p>
  </component>
</template>
