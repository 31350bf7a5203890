<script setup lang="ts">
/** Who sees a block: whoever sees the page, those outside too, or only whom a door of its own lets in. */
import { computed } from 'vue';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { Block, PageItem } from '../../../core/pages';
import { admittedOnly } from '../doors/uses';
import { reader } from '../base/reader';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);
const props = defineProps<{ block: Block; page: PageItem }>();
const emit = defineEmits<{ change: [change: Partial<Block>] }>();
const showsOutside = computed(() => props.page.outside.view === 'openBlocks');
const own = (on: boolean) => emit('change', { door: on ? { rule: admittedOnly } : undefined });
</script>

<template>
  <div class="block-door">
    <VRadioGroup
      class="kit-tick"
      :label="says.blockDoor"
      :model-value="block.door ? 'own' : 'page'"
      @update:model-value="own($event === 'own')"
    >
      <VRadio :label="says.blockAsPage" value="page" />
      <VRadio :label="says.blockOwn" value="own" />
    </VRadioGroup>
    <VCheckbox
      class="kit-tick"
      :label="says.blockOutside"
      :disabled="!showsOutside && !block.outsideToo"
      :model-value="block.outsideToo"
      @update:model-value="emit('change', { outsideToo: $event === true })"
    />
    <p v-if="!showsOutside" class="quiet">{{ says.blockOutsideOnly }}</p>
  </div>
</template>
