<script setup lang="ts">
/** What a form is called, where it is reached, where it leads, and its words. */
import { computed } from 'vue';
import type { FormItem } from '../../../core/fields';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../reader';
import { useDraft } from '../setup/draft.store';
import { useItem } from '../setup/item';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{ id: string }>();
defineEmits<{ done: [] }>();
const draft = useDraft();
const { body, set, faultAt } = useItem('form', () => props.id);
const form = computed(() => body.value as FormItem);
const paths = computed(() =>
  draft.ofKind('path').map(({ id, body: path }) => ({ title: String(path['title']), value: id })),
);
</script>

<template>
  <div class="fieldset gate-panel">
    <div class="fieldset__two">
      <KitField
        id="form-title"
        :model-value="form.title"
        :label="says.title"
        :fault="faultAt('title')"
        @update:model-value="set({ title: $event })"
      />
      <KitChoice
        :model-value="form.path"
        :label="says.leadsTo"
        :items="paths"
        @update:model-value="set({ path: $event as FormItem['path'] })"
      />
    </div>
    <KitField
      id="form-address"
      :model-value="form.address"
      :label="says.address"
      :help="says.addressHelp({ address: `/join/${form.address}` })"
      :fault="faultAt('address')"
      @update:model-value="set({ address: $event })"
    />
    <KitField
      id="form-intro"
      kind="longText"
      :model-value="typeof form.intro === 'string' ? form.intro : ''"
      :label="says.intro"
      optional
      :fault="faultAt('intro')"
      @update:model-value="set({ intro: $event || undefined })"
    />
    <div class="fieldset__two">
      <KitField
        id="form-send"
        :model-value="form.sendLabel"
        :label="says.sendLabel"
        :fault="faultAt('sendLabel')"
        @update:model-value="set({ sendLabel: $event })"
      />
      <KitField
        id="form-note"
        :model-value="form.sendNote ?? ''"
        :label="says.sendNote"
        optional
        :fault="faultAt('sendNote')"
        @update:model-value="set({ sendNote: $event || undefined })"
      />
    </div>
    <div class="fieldset__foot">
      <KitButton @click="$emit('done')">{{ says.done }}</KitButton>
      <span class="fieldset__end">
        <KitButton kind="danger" @click="draft.remove('form', id)">{{ says.remove }}</KitButton>
        <KitButton v-if="!form.retired" kind="danger" @click="set({ retired: true })">{{ says.retireForm }}</KitButton>
      </span>
    </div>
  </div>
</template>
