<script setup lang="ts">
/**
 * A form of the site: sent by script where there is script, else as a plain POST to the address it stands at, which
 * answers with the same place.
 */
defineProps<{ name: string; act?: string; action?: string | undefined; enctype?: string | undefined }>();
defineEmits<{ send: [event: Event] }>();
</script>

<template>
  <form
    method="post"
    :action="action"
    :enctype="enctype"
    :data-form="name"
    novalidate
    @submit.prevent="$emit('send', $event)"
  >
    <input v-if="act" type="hidden" name="act" :value="act" />
    <slot />
  </form>
</template>
