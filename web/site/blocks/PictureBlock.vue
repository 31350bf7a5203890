<script setup lang="ts">
/** A picture in the width that the screen needs; its room is kept, so that nothing moves when it comes. */
import type { BlockView } from '../../../contract';

defineProps<{ block: Extract<BlockView, { kind: 'picture' }> }>();
</script>

<template>
  <figure class="picture-block">
    <img
      :src="block.picture.src"
      :srcset="block.picture.srcset"
      sizes="(max-width: 792px) calc(100vw - 48px), 744px"
      :width="block.picture.width"
      :height="block.picture.height"
      :alt="block.alt"
    />
    <figcaption v-if="block.caption">{{ block.caption }}</figcaption>
  </figure>
</template>
