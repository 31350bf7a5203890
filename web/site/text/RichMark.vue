<script setup lang="ts">
/** A run as strong as it is meant. */
import type { RunView } from '../../../contract';

defineProps<{ run: Exclude<RunView, string> }>();
</script>

<template>
  <b v-if="run.bold && run.italic"
    ><i>{{ run.text }}</i></b
  ><b v-else-if="run.bold">{{ run.text }}</b
  ><i v-else-if="run.italic">{{ run.text }}</i
  ><template v-else>{{ run.text }}</template>
</template>
