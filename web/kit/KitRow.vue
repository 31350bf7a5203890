<script setup lang="ts">
/** One of a list that opens in place: its line is pressed, and what it holds comes beneath. */
defineProps<{
  open: boolean;
  /** The class that lays out its line. */
  cols: string;
}>();
defineEmits<{ toggle: [] }>();
</script>

<template>
  <div class="row" :class="{ 'row--open': open }">
    <button type="button" class="row__line" :class="cols" :aria-expanded="open" @click="$emit('toggle')">
      <slot name="line" />
    </button>
    <div v-if="open" class="row__panel"><slot /></div>
    <slot name="beneath" />
  </div>
</template>
