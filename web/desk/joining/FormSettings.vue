<script setup lang="ts">
/** All that a form is beside its questions: its words, what it is for, who may send it, what follows. */
import { computed, ref } from 'vue';
import type { AnyForm } from '../../../core/forms';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import KitTabs from '../../kit/KitTabs.vue';
import { reader } from '../base/reader';
import LetterEditor from '../letters/LetterEditor.vue';
import { useWriting } from '../letters/writing';
import { desk } from '../base/calls';
import { may, useMe } from '../base/session';
import { useDraft } from '../setup/draft.store';
import DuplicateItem from '../setup/DuplicateItem.vue';
import { useItem } from '../setup/item';
import AnswerList from './form/AnswerList.vue';
import FormAfter from './form/FormAfter.vue';
import FormEntrance from './form/FormEntrance.vue';
import FormShare from './form/FormShare.vue';
import FormUse from './form/FormUse.vue';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{ id: string }>();
defineEmits<{ done: [] }>();
const draft = useDraft();
const { body, set, faultAt } = useItem('form', () => props.id);
const form = computed(() => body.value as AnyForm);
const all = ['words', 'use', 'entrance', 'after', 'share', 'answers'] as const;
type Tab = (typeof all)[number];
/** What somebody who signs up has answered stands with their application. */
const tabs = computed(() =>
  all.filter((name): name is Tab => name !== 'answers' || (mayRead.value && form.value.purpose.is !== 'signup')),
);
const tab = ref<Tab>('words');
const titles = {
  words: says.tabWords,
  use: says.tabUse,
  entrance: says.tabEntrance,
  after: says.tabAfter,
  share: says.tabShare,
  answers: says.tabAnswers,
};
const { data: me } = useMe();
const mayRead = computed(() => Boolean(me.value && may(me.value, desk.answers.answers)));
/** The letter that is being written. */
const { writing, presses, write, done } = useWriting();
const where = computed(() => (form.value.purpose.is === 'followUp' ? 'form' : 'join'));
</script>

<template>
  <div class="fieldset gate-panel">
    <KitTabs v-model="tab" :label="says.formSettings" :tabs="tabs" :title-of="(name) => titles[name]">
      <template #words>
        <div class="fieldset tab">
          <KitField
            id="form-title"
            :model-value="form.title"
            :label="says.title"
            :fault="faultAt('title')"
            @update:model-value="set({ title: $event })"
          />
          <KitField
            id="form-address"
            :model-value="form.address"
            :label="says.address"
            :help="says.addressHelp({ address: `/${where}/${form.address}` })"
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
        </div>
      </template>
      <template #use><FormUse class="tab" :form="form" :fault-at="faultAt" @change="set" /></template>
      <template #entrance
        ><FormEntrance class="tab" :form="form" :fault-at="faultAt" @change="set" @write="write"
      /></template>
      <template #after
        ><FormAfter class="tab" :form="form" :fault-at="faultAt" @change="set" @write="write"
      /></template>
      <template #share><FormShare class="tab" :form="form" @change="set" /></template>
      <template #answers><AnswerList class="tab" :form="form.id" :address="form.address" /></template>
    </KitTabs>
    <LetterEditor v-if="writing" :id="writing" :presses="presses" @done="done" />
    <div class="fieldset__foot">
      <span class="fieldset__end">
        <KitButton @click="$emit('done')">{{ says.done }}</KitButton>
        <DuplicateItem :id="id" kind="form" />
      </span>
      <span class="fieldset__end">
        <KitButton kind="danger" @click="draft.remove('form', id)">{{ says.remove }}</KitButton>
        <KitButton v-if="!form.retired" kind="danger" @click="set({ retired: true })">{{ says.retireForm }}</KitButton>
      </span>
    </div>
  </div>
</template>
