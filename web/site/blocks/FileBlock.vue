<script setup lang="ts">
/** A file to take along. */
import { computed } from 'vue';
import type { BlockView } from '../../../contract';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const reader = useReader();
const says = siteSays(reader);
const props = defineProps<{ block: Extract<BlockView, { kind: 'file' }> }>();
const size = computed(() => {
  const { bytes } = props.block;
  const inWhole = new Intl.NumberFormat(reader.locale, { maximumFractionDigits: bytes < 1e6 ? 0 : 1 });
  return bytes < 1e6
    ? says.kilobytes({ size: inWhole.format(Math.max(1, bytes / 1e3)) })
    : says.megabytes({ size: inWhole.format(bytes / 1e6) });
});
</script>

<template>
  <p class="file-block">
    <a :href="block.href" :download="block.name">{{ block.title }}</a> <span class="quiet">{{ size }}</span>
    <span v-if="block.note" class="file-block__note">{{ block.note }}</span>
  </p>
</template>
