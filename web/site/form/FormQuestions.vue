<script setup lang="ts">
/** The questions of a form, page by page. Where there is no script all of them stand there, with what they depend on. */
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';
import { isGroup } from './blank';
import SiteInput from './SiteInput.vue';
import type { OpenForm } from './useForm';
import type { Questions } from './useQuestions';

const says = siteSays(useReader());
const props = defineProps<{ prefix: string; form: OpenForm; questions: Questions; title: string }>();
const { answers, faultOf } = props.form;
const { alive, shown, pages, steps, at, page } = props.questions;
const several = (value: unknown): unknown[] => (Array.isArray(value) ? value : [value ?? '']);
</script>

<template>
  <ol v-if="steps.length > 1" class="steps" :aria-label="says.pagesOfForm">
    <li v-for="(step, n) in steps" :key="step.name" :aria-current="n === at ? 'step' : undefined">
      <span class="steps__number">{{ n + 1 }}</span> {{ step.title ?? title }}
    </li>
  </ol>
  <section
    v-for="one in pages"
    :key="one.name"
    :data-page="one.name"
    :class="{ 'off-page': one.name !== (page?.name ?? '') }"
  >
    <h2 v-if="one.title && steps.length > 1" class="form__page" tabindex="-1">{{ one.title }}</h2>
    <div class="form__grid">
      <template v-for="item in one.questions" :key="item.name">
        <template v-if="item.hidden">
          <input
            v-for="value in several(answers[item.name])"
            :key="String(value)"
            type="hidden"
            :name="item.name"
            :value="value"
          />
        </template>
        <component
          :is="one.title ? 'h3' : 'h2'"
          v-else-if="item.input.kind === 'heading'"
          class="form__wide form__heading"
          :data-part="item.name"
          :class="{ off: !shown.has(item.name) }"
          >{{ item.label }}</component
        >
        <p
          v-else-if="item.input.kind === 'words'"
          class="form__wide form__words"
          :data-part="item.name"
          :class="{ off: !shown.has(item.name) }"
        >
          {{ item.input.text }}
        </p>
        <FieldFrame
          v-else
          :id="`${prefix}${item.name}`"
          :label="item.label"
          :help="item.help"
          :fault="faultOf(item.name)"
          :optional="!item.required"
          :group="isGroup(item.input.kind)"
          :data-part="item.name"
          :class="{ form__wide: !item.half, off: !shown.has(item.name) }"
        >
          <p v-if="item.only && !alive" class="form__only">{{ says.onlyIf({ rule: item.only }) }}</p>
          <ul v-if="item.input.kind === 'agreement'" class="points points--small">
            <li v-for="line in item.input.text" :key="line">{{ line }}</li>
          </ul>
          <SiteInput
            :id="`${prefix}${item.name}`"
            v-model="answers[item.name]"
            :name="item.name"
            :input="item.input"
            :label="item.label"
            :placeholder="item.placeholder"
            :required="item.required"
            :bad="faultOf(item.name) !== null"
            :described="
              isGroup(item.input.kind) ? undefined : describedBy(`${prefix}${item.name}`, faultOf(item.name), item.help)
            "
          />
        </FieldFrame>
      </template>
    </div>
  </section>
</template>
