<script setup lang="ts">
/** One part of a form, opened in its place. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import { fieldKindOf, type FieldItem, type PartOfForm } from '../../../core/fields';
import { chipNames } from '../../../core/messages';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import WordsField from '../letters/WordsField.vue';
import ConditionList from '../rules/ConditionList.vue';
import { joiningSays } from './joining.sentences';
import StartEditor from './StartEditor.vue';

const says = joiningSays(reader);
const props = defineProps<{
  part: PartOfForm;
  /** The fields asked before it, which its showing may hang on. */
  before: readonly FieldItem[];
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [part: PartOfForm]; takeOut: [] }>();
const draft = useDraft();

const set = (change: object) => emit('change', { ...props.part, ...change } as PartOfForm);
const field = computed(() =>
  props.part.part === 'field' ? (draft.setup?.fields.get(props.part.field) ?? null) : null,
);
const label = computed(() => field.value?.label ?? '');
const names = computed(() => (draft.setup ? chipNames(draft.setup) : new Map()));
const topics = computed(
  () =>
    draft.setup?.doc.topics.filter(({ retired }) => !retired).map(({ id, title }) => ({ title, value: String(id) })) ??
    [],
);
</script>

<template>
  <div class="fieldset">
    <template v-if="part.part === 'field'">
      <KitField
        id="q-label"
        :model-value="part.label ?? ''"
        :label="says.question"
        :help="part.label ? null : says.questionHelp({ label })"
        optional
        :fault="faultAt('label')"
        @update:model-value="set({ label: $event || undefined })"
      />
      <KitField
        id="q-help"
        :model-value="part.help ?? ''"
        :label="says.helpUnder"
        optional
        :fault="faultAt('help')"
        @update:model-value="set({ help: $event || undefined })"
      />
      <VRadioGroup
        v-if="!part.hidden"
        class="kit-tick"
        inline
        :label="says.anAnswer"
        :model-value="part.required"
        @update:model-value="set({ required: $event === true })"
      >
        <VRadio :label="says.mustBeGiven" :value="true" />
        <VRadio :label="says.mayBeGiven" :value="false" />
      </VRadioGroup>
      <p v-if="field" class="quiet">
        {{ says.kindOfField({ kind: fieldKindOf(field.of).called(field.of, reader) }) }}
        <RouterLink :to="`/desk/joining?field=${field.id}`">{{ says.toTheField }}</RouterLink>
      </p>
      <StartEditor v-if="field" :part="part" :field="field" :fault-at="faultAt" @change="set" />
    </template>
    <KitField
      v-else-if="part.part === 'page'"
      id="q-title"
      :model-value="part.title"
      :label="says.pageTitle"
      :fault="faultAt('title')"
      @update:model-value="set({ title: $event })"
    />
    <WordsField
      v-else-if="part.part === 'words'"
      id="q-text"
      long
      :label="says.theWords"
      :words="part.text"
      :names="names"
      :fault="faultAt('text')"
      @change="set({ text: $event })"
    />
    <template v-else-if="part.part === 'heading'">
      <KitField
        id="q-text"
        :model-value="part.text"
        :label="says.headingText"
        :fault="faultAt('text')"
        @update:model-value="set({ text: $event })"
      />
    </template>
    <template v-else>
      <KitField
        id="q-label"
        :model-value="part.label"
        :label="says.question"
        :fault="faultAt('label')"
        @update:model-value="set({ label: $event })"
      />
      <KitTicks
        v-if="part.part === 'topics'"
        :model-value="part.topics"
        :label="says.topicsOffered"
        :items="topics"
        :fault="faultAt('topics')"
        @update:model-value="set({ topics: $event })"
      />
    </template>
    <VCheckbox
      v-if="(part.part === 'field' && !part.hidden) || part.part === 'password'"
      class="kit-tick"
      :label="says.halfWide"
      :model-value="part.half"
      @update:model-value="set({ half: $event === true })"
    />
    <VCheckbox
      v-if="part.part === 'password'"
      class="kit-tick"
      :label="says.passwordLater"
      :model-value="part.later ?? false"
      @update:model-value="set({ later: $event ? true : undefined })"
    />
    <ConditionList
      v-if="part.part !== 'password'"
      id="q-when"
      :label="says.shown"
      :always="says.alwaysShown"
      :rule="part.when"
      :fields="before"
      :fault="faultAt('when')"
      @change="set({ when: $event })"
    />
    <div class="fieldset__foot">
      <KitButton kind="danger" @click="emit('takeOut')">{{ says.takeOut }}</KitButton>
    </div>
  </div>
</template>
