<script setup lang="ts">
/** One person beside the list: standing, what needs deciding, facts, timeline, answers. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import { useHotkey } from 'vuetify';
import type { ApplicationView } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../calls';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import PersonTimeline from './PersonTimeline.vue';
import ReviewPanel from './ReviewPanel.vue';

const props = defineProps<{ id: string; me: { mayReview: boolean } }>();
const emit = defineEmits<{ close: [] }>();
const person = useQuery({ key: () => ['member', props.id], query: () => calls.member({ id: props.id as ApplicationView['duplicates'][number]['member'] }) });
const data = computed(() => (person.data.value?.id === props.id ? person.data.value : undefined));
const viewpoint = useViewpoint();
type Tab = 'Timeline' | 'Answers';
const tab = ref<Tab>('Timeline');
const tabs = computed<Tab[]>(() => (data.value?.application && data.value.application.state !== 'open' ? ['Timeline', 'Answers'] : ['Timeline']));
watch(
  () => props.id,
  () => (tab.value = 'Timeline'),
);
const firstName = computed(() => data.value?.name.split(' ')[0] ?? '');
useHotkey('escape', () => emit('close'), { inputs: false });

function turn(by: number): void {
  const at = tabs.value.indexOf(tab.value);
  tab.value = tabs.value[(at + by + tabs.value.length) % tabs.value.length]!;
  requestAnimationFrame(() => document.getElementById(`tab-${tab.value}`)?.focus());
}
</script>

<template>
  <aside class="sheet" :aria-label="data?.name ?? 'Person'">
    <Trouble v-if="person.error.value && !data" :error="person.error.value" @again="person.refetch()" />
    <Waiting v-else-if="!data" :rows="8" />
    <template v-else>
      <header class="sheet__head">
        <h2>{{ data.name }}</h2>
        <span class="quiet">No. {{ data.number }}</span>
        <VBtn size="small" @click="emit('close')">Close <kbd>Esc</kbd></VBtn>
      </header>
      <p class="sheet__standing"><StandingMark :standing="data.standing" /><span>{{ data.membership }}</span></p>
      <ReviewPanel v-if="data.application?.state === 'open'" :key="data.application.id" :application="data.application" :first-name="firstName" />
      <div class="sheet__acts">
        <VBtn size="small" @click="viewpoint.lookAs(data.id)">See as {{ firstName }}</VBtn>
        <a class="linklike" :href="`mailto:${data.mail}`">{{ data.mail }}</a>
      </div>
      <dl v-if="data.application?.state !== 'open'" class="sheet__facts">
        <template v-for="fact in data.facts" :key="fact.label"><dt>{{ fact.label }}</dt><dd>{{ fact.value }}</dd></template>
      </dl>
      <div class="tabs" role="tablist" :aria-label="`About ${data.name}`">
        <button
          v-for="name in tabs"
          :id="`tab-${name}`"
          :key="name"
          type="button"
          role="tab"
          :aria-selected="tab === name"
          :tabindex="tab === name ? 0 : -1"
          aria-controls="tab-panel"
          @click="tab = name"
          @keydown.right.prevent="turn(1)"
          @keydown.left.prevent="turn(-1)"
        >
          {{ name }}
        </button>
      </div>
      <div id="tab-panel" role="tabpanel" :aria-labelledby="`tab-${tab}`" tabindex="0">
        <PersonTimeline v-if="tab === 'Timeline'" :rows="data.timeline" />
        <template v-else-if="data.application">
          <p class="quiet sheet__note">{{ data.application.form }}, sent {{ data.application.sent }}. {{ data.application.says }}</p>
          <dl class="sheet__facts"><template v-for="answer in data.application.answers" :key="answer.label"><dt>{{ answer.label }}</dt><dd>{{ answer.value }}</dd></template></dl>
        </template>
      </div>
    </template>
  </aside>
</template>
