<script setup lang="ts">
/** The fields of a block, or of one of several within it, as its kind says. */
import { computed, defineAsyncComponent } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { Words } from '../../../../core/kernel';
import type { ChipNames } from '../../../../core/messages';
import type { Rich, Target } from '../../../../core/pages';
import KitChoice from '../../../kit/fields/KitChoice.vue';
import KitField from '../../../kit/fields/KitField.vue';
import KitTicks from '../../../kit/fields/KitTicks.vue';
import KitButton from '../../../kit/KitButton.vue';
import WordsField from '../../letters/WordsField.vue';
import { reader } from '../../base/reader';
import { useDraft } from '../../setup/draft.store';
import TargetField from '../../text/TargetField.vue';
import { deskSiteSays } from '../site.sentences';
import FileField from '../../files/FileField.vue';
import PictureField from '../../files/PictureField.vue';
import CalendarFields from './CalendarFields.vue';
import { agreedBy, toldBy } from './directory';
import { placedChoices, placedOf, valueOfPlaced } from './placed';
import type { BlockField } from './fields';

/** Large, and needed by those only who write. */
const RichField = defineAsyncComponent(() => import('../../text/RichField.vue'));
const says = deskSiteSays(reader);
type Body = Readonly<Record<string, unknown>>;
const props = defineProps<{
  id: string;
  fields: readonly BlockField[];
  body: Body;
  names: ChipNames;
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [body: Body] }>();
const draft = useDraft();
const set = (change: Body) => emit('change', { ...props.body, ...change });
const agreements = computed(() => (draft.setup ? agreedBy(draft.setup) : []));
const toldFields = computed(() => (draft.setup ? toldBy(draft.setup) : []));
const levels = computed(() => draft.offered('level'));

const text = (at: string) => String(props.body[at] ?? '');
const targetAt = (at: string) => props.body[at] as Target | undefined;
const list = (at: string) => (props.body[at] ?? []) as readonly Body[];
const put = (at: string, n: number, one: Body) => set({ [at]: list(at).map((old, k) => (k === n ? one : old)) });
</script>

<template>
  <div class="fieldset">
    <template v-for="field in fields" :key="field.at">
      <KitField
        v-if="field.as === 'line' || field.as === 'longLine'"
        :id="`${id}-${field.at}`"
        :kind="field.as === 'line' ? 'text' : 'longText'"
        :model-value="text(field.at)"
        :label="field.label"
        :optional="field.optional ?? false"
        :fault="faultAt(field.at)"
        @update:model-value="set({ [field.at]: $event || (field.optional ? undefined : '') })"
      />
      <WordsField
        v-else-if="field.as === 'words' || field.as === 'longWords'"
        :id="`${id}-${field.at}`"
        :long="field.as === 'longWords'"
        :words="(body[field.at] ?? '') as Words"
        :label="field.label"
        :names="names"
        :fault="faultAt(field.at)"
        @change="set({ [field.at]: field.optional && $event.length === 0 ? undefined : $event })"
      />
      <RichField
        v-else-if="field.as === 'rich'"
        :id="`${id}-${field.at}`"
        :text="body[field.at] as Rich"
        :label="field.label"
        :names="names"
        :fault="faultAt(field.at)"
        @change="set({ [field.at]: $event })"
      />
      <TargetField
        v-else-if="field.as === 'target'"
        :id="`${id}-${field.at}`"
        :to="targetAt(field.at)"
        :optional="field.optional ?? false"
        :fault="faultAt(field.at)"
        @change="set({ [field.at]: $event })"
      />
      <KitChoice
        v-else-if="field.as === 'agreed'"
        :model-value="text(field.at)"
        :label="field.label"
        :items="agreements"
        :fault="faultAt(field.at)"
        @update:model-value="set({ [field.at]: $event })"
      />
      <KitChoice
        v-else-if="field.as === 'placed' && draft.setup"
        :model-value="valueOfPlaced(body[field.at] as never)"
        :label="field.label"
        :items="placedChoices(draft.setup)"
        :fault="faultAt(field.at)"
        @update:model-value="set({ [field.at]: placedOf(String($event)) })"
      />
      <KitTicks
        v-else-if="field.as === 'told'"
        :model-value="(body[field.at] ?? []) as string[]"
        :label="field.label"
        :items="toldFields"
        :fault="faultAt(field.at)"
        @update:model-value="set({ [field.at]: $event })"
      />
      <VCheckbox
        v-else-if="field.as === 'tick'"
        class="kit-tick"
        :label="field.label"
        :model-value="body[field.at] === true"
        @update:model-value="set({ [field.at]: $event === true || undefined })"
      />
      <KitTicks
        v-else-if="field.as === 'levels'"
        :model-value="(body[field.at] ?? []) as string[]"
        :label="field.label"
        :items="levels"
        :fault="faultAt(field.at)"
        @update:model-value="set({ [field.at]: $event })"
      />
      <PictureField
        v-else-if="field.as === 'picture'"
        :picture="body[field.at] as never"
        @change="set({ [field.at]: $event })"
      />
      <FileField
        v-else-if="field.as === 'file'"
        :file="text(field.at)"
        :name="text('name')"
        @change="set({ file: $event.id, name: $event.name, bytes: $event.bytes })"
      />
      <CalendarFields v-else-if="field.as === 'calendar'" :id="id" :body="body" :fault-at="faultAt" @change="set" />
      <template v-else-if="field.as === 'list'">
        <section
          v-for="(one, n) in list(field.at)"
          :key="n"
          class="block-one"
          :aria-label="says.one({ what: field.what, number: n + 1 })"
        >
          <header>
            <b>{{ says.one({ what: field.what, number: n + 1 }) }}</b>
            <KitButton
              v-if="list(field.at).length > field.least"
              kind="link"
              :aria-label="says.takeOutOne({ what: field.what, number: n + 1 })"
              @click="set({ [field.at]: list(field.at).filter((_, k) => k !== n) })"
              >{{ says.takeOut }}</KitButton
            >
          </header>
          <BlockFields
            :id="`${id}-${field.at}-${n}`"
            :fields="field.of"
            :body="one"
            :names="names"
            :fault-at="(at) => faultAt(`${field.at}.${n}.${at}`)"
            @change="put(field.at, n, $event)"
          />
        </section>
        <p v-if="faultAt(field.at)" class="field__fault">{{ faultAt(field.at) }}</p>
        <KitButton
          v-if="list(field.at).length < field.most"
          small
          @click="set({ [field.at]: [...list(field.at), field.fresh()] })"
          >{{ says.addOne({ what: field.what }) }}</KitButton
        >
      </template>
    </template>
  </div>
</template>

<style>
.block-one {
  padding-left: 12px;
  border-left: 3px double var(--rule2);
}
.block-one > header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  margin-bottom: 6px;
}
</style>
