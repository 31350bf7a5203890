<script setup lang="ts">
/** One item of a menu, opened in its place: where it leads, what it is called, who sees it. */
import { computed } from 'vue';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import type { DoorUse } from '../../../core/doors';
import { chipNames } from '../../../core/messages';
import type { MenuLeaf } from '../../../core/pages';
import type { Setup } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import DoorEditor from '../doors/DoorEditor.vue';
import { admittedOnly } from '../doors/uses';
import WordsField from '../letters/WordsField.vue';
import { reader } from '../base/reader';
import TargetField from '../text/TargetField.vue';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);
const props = defineProps<{
  id: string;
  item: MenuLeaf;
  setup: Setup;
  counts: ReadonlyMap<string, number>;
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [item: MenuLeaf]; takeOut: [] }>();
const names = computed(() => chipNames(props.setup));
const set = (change: Partial<MenuLeaf>) => emit('change', { ...props.item, ...change });
const begins: DoorUse = { rule: admittedOnly };
</script>

<template>
  <div class="fieldset">
    <TargetField :id="`${id}-to`" places :to="item.to" :fault="faultAt('to')" @change="$event && set({ to: $event })" />
    <WordsField
      :id="`${id}-label`"
      :words="item.label ?? ''"
      :label="says.label"
      :names="names"
      :fault="faultAt('label')"
      @change="set({ label: $event === '' || $event.length === 0 ? undefined : $event })"
    />
    <VRadioGroup
      class="kit-tick"
      :label="says.itemDoor"
      :model-value="item.door ? 'own' : 'page'"
      @update:model-value="set({ door: $event === 'own' ? begins : undefined })"
    >
      <VRadio :label="says.itemFollows" value="page" />
      <VRadio :label="says.itemOwn" value="own" />
    </VRadioGroup>
    <DoorEditor
      v-if="item.door"
      :id="`${id}-door`"
      :title="says.doorOfItem"
      :use="item.door"
      :setup="setup"
      :counts="counts"
      :fault="faultAt('door')"
      @change="set({ door: $event })"
    />
    <div class="fieldset__foot">
      <KitButton small kind="danger" @click="emit('takeOut')">{{ says.takeOut }}</KitButton>
      <slot />
    </div>
  </div>
</template>
