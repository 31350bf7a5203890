<script setup lang="ts">
/** A work list: rows with a limit each, oldest first, one button a row. */
import type { TodayView } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import LimitRuler from '../../kit/LimitRuler.vue';
import type { All } from './today.query';
import { reader } from '../reader';
import { todaySays } from './today.sentences';

const says = todaySays(reader);

type Row = TodayView['stuck']['rows'][number] & { waitingForAnswer?: boolean };
defineProps<{
  title: string;
  note: string;
  rows: Row[];
  total: number;
  button: string;
  empty: string;
  chosen: string | null;
  which: NonNullable<All>;
}>();
defineEmits<{ open: [member: string]; all: [which: NonNullable<All>] }>();
</script>

<template>
  <section class="work-list">
    <div class="section-head">
      <h2>{{ title }}</h2>
      <span class="section-head__count">{{ total }}</span><span v-if="rows.length" class="section-head__note quiet">{{
        note
      }}</span>
    </div>
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
        <b class="work-row__name"
          ><bdi>{{ row.name }}</bdi></b
        >
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
