<script setup lang="ts">
/** A list or a sheet that could not be fetched: why, and a way to try again. */
import { VBtn } from 'vuetify/components/VBtn';
import { troubleOf } from './api';

defineProps<{ error: unknown }>();
defineEmits<{ again: [] }>();
</script>

<template>
  <div class="trouble" role="alert">
    <p>{{ troubleOf(error).says }}</p>
    <VBtn size="small" @click="$emit('again')">Try again</VBtn>
  </div>
</template>
