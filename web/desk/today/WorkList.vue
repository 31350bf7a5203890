<script setup lang="ts">
/** A work list: rows with a limit each, oldest first, one button a row. */
import { computed, ref } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { TodayView } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import LimitRuler from '../../kit/LimitRuler.vue';
import BulkReview from './BulkReview.vue';
import type { All } from './today.query';
import { reader } from '../base/reader';
import { todaySays } from './today.sentences';

const says = todaySays(reader);

type Row = TodayView['stuck']['rows'][number] & { waitingForAnswer?: boolean };
const props = defineProps<{
  title: string;
  note: string;
  rows: Row[];
  total: number;
  button: string;
  empty: string;
  chosen: string | null;
  which: NonNullable<All>;
  /** Whether several may be answered at once. */
  several?: boolean;
}>();
defineEmits<{ open: [member: string]; all: [which: NonNullable<All>]; answered: [] }>();

/** Who is ticked; who has left the list is ticked no more. */
const ticks = ref<readonly string[]>([]);
const ticked = computed(() => props.rows.filter(({ application }) => ticks.value.includes(application)));
const tick = (application: string, on: boolean | null) => {
  const others = ticks.value.filter((one) => one !== application);
  ticks.value = on ? [...others, application] : others;
};
</script>

<template>
  <section class="work-list">
    <div class="section-head">
      <h2>{{ title }}</h2>
      <span class="section-head__count">{{ total }}</span><span v-if="rows.length" class="section-head__note quiet">{{
        note
      }}</span>
    </div>
    <BulkReview
      v-if="several"
      :rows="ticked as TodayView['reviews']['rows']"
      @untick="ticks = ticks.filter((one) => !$event.includes(one))"
      @done="$emit('answered')"
    />
    <p v-if="rows.length === 0" class="empty">{{ empty }}</p>
    <ul v-else>
      <li
        v-for="row in rows"
        :key="row.application"
        data-row
        :data-person="row.member"
        class="work-row"
        :class="{ 'work-row--chosen': row.member === chosen }"
      >
        <span class="work-row__who">
          <VCheckbox
            v-if="several"
            class="kit-tick work-row__tick"
            :aria-label="says.tickNamed({ name: row.name })"
            :model-value="ticks.includes(row.application)"
            @update:model-value="tick(row.application, $event)"
          />
          <b class="work-row__name"
            ><bdi>{{ row.name }}</bdi></b
          >
        </span>
        <span class="work-row__level">{{ row.level }}</span>
        <span class="work-row__summary quiet">{{ row.waitingForAnswer ? says.questionWaits : row.summary }}</span>
        <LimitRuler :limit="row.limit" />
        <KitButton
          small
          class="work-row__button"
          :aria-label="`${button} ${row.name}`"
          @click="$emit('open', row.member)"
          >{{ button }}</KitButton
        >
      </li>
    </ul>
    <p v-if="total > rows.length" class="empty">
      {{ says.oldest({ shown: rows.length, total }) }}
      <KitButton kind="link" @click="$emit('all', which)">{{ says.showAll({ total }) }}</KitButton>
    </p>
  </section>
</template>
