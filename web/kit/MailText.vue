<script setup lang="ts">
/** A mail address, which breaks after the marks that divide it. */
import { computed } from 'vue';

const props = defineProps<{ mail: string }>();
const parts = computed(() => props.mail.split(/(?<=[@._-])/));
</script>

<template>
  <span class="mail"
    ><template v-for="(part, at) in parts" :key="at"><wbr v-if="at > 0" />{{ part }}</template></span
  >
</template>
