<script setup lang="ts">
/** One person beside the list: standing, what needs deciding, facts, timeline, answers. */
import { useQuery } from '@pinia/colada';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { MemberId, clipped, firstNameOf } from '../../../core/kernel';
import KitButton from '../../kit/KitButton.vue';
import KitPicture from '../../kit/KitPicture.vue';
import KitTabs from '../../kit/KitTabs.vue';
import MailText from '../../kit/MailText.vue';
import SideSheet from '../../kit/SideSheet.vue';
import StandingMark from '../../kit/StandingMark.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls, desk } from '../base/calls';
import { may, type Me } from '../base/session';
import { useEscape } from '../base/escape';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import EndedApplication from './EndedApplication.vue';
import GiveLevel from './GiveLevel.vue';
import GroupChoice from './GroupChoice.vue';
import PersonTimeline from './PersonTimeline.vue';
import AnswersEditor from './AnswersEditor.vue';
import ReviewPanel from './ReviewPanel.vue';
import { reader } from '../base/reader';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

const props = defineProps<{ id: string; me: Me }>();
const emit = defineEmits<{ close: []; acted: [] }>();
const known = computed(() => MemberId.safeParse(props.id));
const person = useQuery({
  key: () => ['member', props.id],
  query: () => calls.members.one({ id: known.value.data! }),
  enabled: () => known.value.success,
});
const data = computed(() => (person.data.value?.id === props.id ? person.data.value : undefined));
const viewpoint = useViewpoint();
const head = ref<HTMLElement>();
/** Whether the answers are being put right. */
const correcting = ref(false);
const giving = ref(false);
/** Whether the groups are being put right. */
const grouping = ref(false);
function given(): void {
  giving.value = false;
  grouping.value = false;
  toHead();
  void person.refetch();
}
function corrected(changed: boolean): void {
  correcting.value = false;
  toHead();
  if (changed) void person.refetch();
}
type Tab = 'timeline' | 'answers';
const tab = ref<Tab>('timeline');
const tabs = computed<Tab[]>(() =>
  data.value?.application && data.value.application.state !== 'open' ? ['timeline', 'answers'] : ['timeline'],
);
const firstName = computed(() => clipped(firstNameOf(data.value?.name ?? '')));

/** The keyboard goes into the sheet with the person, and back to the row when it closes. */
function acted(): void {
  toHead();
  emit('acted');
}
const toHead = (): void => void nextTick(() => head.value?.focus({ preventScroll: true }));
watch(
  () => data.value?.id,
  (id, before) => {
    if (id && id !== before) toHead();
  },
  { immediate: true },
);
watch(
  () => props.id,
  () => {
    tab.value = 'timeline';
    correcting.value = false;
    giving.value = false;
    grouping.value = false;
  },
);
onBeforeUnmount(() => {
  const row = `[data-person="${CSS.escape(props.id)}"]`;
  void nextTick(() => document.querySelector<HTMLElement>(`${row} button`)?.focus());
});
useEscape(
  () => emit('close'),
  () => viewpoint.open && window.innerWidth <= 1000,
);
</script>

<template>
  <SideSheet :label="data?.name ?? says.person">
    <template v-if="!known.success">
      <header class="sheet__head">
        <h2 ref="head" tabindex="-1">{{ says.nobody }}</h2>
        <KitButton small @click="emit('close')">{{ says.close }} <kbd>Esc</kbd></KitButton>
      </header>
      <p>{{ says.noSuchPerson }}</p>
    </template>
    <template v-else-if="person.error.value && !data">
      <Trouble :error="person.error.value" @again="person.refetch()" />
      <p>
        <KitButton small @click="emit('close')">{{ says.close }} <kbd>Esc</kbd></KitButton>
      </p>
    </template>
    <Waiting v-else-if="!data" :rows="8" />
    <template v-else>
      <header class="sheet__head">
        <h2 ref="head" tabindex="-1">
          <bdi>{{ data.name }}</bdi>
        </h2>
        <span class="quiet">{{ says.number({ number: data.number }) }}</span>
        <KitButton small @click="emit('close')">{{ says.close }} <kbd>Esc</kbd></KitButton>
      </header>
      <p class="sheet__standing">
        <StandingMark :standing="data.standing" /><span>{{ data.membership }}</span>
      </p>
      <ReviewPanel
        v-if="data.application?.state === 'open'"
        :key="data.application.id"
        :application="data.application"
        :first-name="firstName"
        @acted="acted"
      />
      <EndedApplication
        v-else-if="data.application"
        :key="data.application.id"
        :application="data.application"
        @acted="acted"
      />
      <div class="sheet__acts">
        <KitButton small @click="viewpoint.lookAs(data.id)">{{ says.seeAs({ name: firstName }) }}</KitButton>
        <KitButton v-if="may(me, desk.members.setAnswers) && !correcting" small @click="correcting = true">{{
          says.changeAnswers
        }}</KitButton>
        <KitButton
          v-if="may(me, desk.money.gift) && data.application?.state !== 'open' && !giving"
          small
          @click="giving = true"
          >{{ says.giveLevel }}</KitButton
        >
        <KitButton
          v-if="may(me, desk.members.setGroups) && data.application?.state !== 'open' && !grouping"
          small
          @click="grouping = true"
          >{{ says.groupsOf }}</KitButton
        >
        <a class="linklike" :href="`mailto:${data.mail}`"><MailText :mail="data.mail" /></a>
      </div>
      <GiveLevel v-if="giving" :id="data.id" :first-name="firstName" @done="given" />
      <GroupChoice v-if="grouping" :id="data.id" :key="data.id" :first-name="firstName" @done="given" />
      <AnswersEditor v-if="correcting" :id="data.id" :key="data.id" @done="corrected" />
      <dl v-else-if="data.application?.state !== 'open'" class="sheet__facts">
        <template v-for="fact in data.facts" :key="fact.label">
          <dt>{{ fact.label }}</dt>
          <dd>
            <KitPicture v-if="fact.picture" :id="fact.picture" :label="fact.label" /><bdi v-else>{{ fact.value }}</bdi>
          </dd>
        </template>
      </dl>
      <KitTabs v-model="tab" :label="says.about({ name: data.name })" :tabs="tabs" :title-of="(name) => says[name]">
        <template #timeline><PersonTimeline :rows="data.timeline" /></template>
        <template #answers>
          <template v-if="data.application">
            <p class="quiet sheet__note">
              {{
                says.formSent({ form: data.application.form, date: data.application.sent, says: data.application.says })
              }}
            </p>
            <dl class="sheet__facts">
              <template v-for="answer in data.application.answers" :key="answer.label">
                <dt>{{ answer.label }}</dt>
                <dd>
                  <KitPicture v-if="answer.picture" :id="answer.picture" :label="answer.label" /><bdi v-else>{{
                    answer.value
                  }}</bdi>
                </dd>
              </template>
            </dl>
          </template>
        </template>
      </KitTabs>
    </template>
  </SideSheet>
</template>

<style src="./sheet.css"></style>
