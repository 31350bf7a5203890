<script setup lang="ts">
/** Members by standing: one bar and the numbers. */
import { computed } from 'vue';
import type { TodayView } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import { reader } from '../base/reader';
import { todaySays } from './today.sentences';

const says = todaySays(reader);

const props = defineProps<{ standings: TodayView['standings']; people: number }>();
const WIDE = 360;
const shown = computed(() =>
  [...props.standings].sort((a, b) => (a.standing === 'admitted' ? -1 : b.standing === 'admitted' ? 1 : 0)),
);
const bars = computed(() => {
  const present = shown.value.filter((item) => item.count > 0);
  const room = WIDE - 3 * (present.length - 1);
  let x = 0;
  return present.map((item) => {
    const width = Math.max(2, (item.count / Math.max(1, props.people)) * room);
    const bar = { ...item, x, width };
    x += width + 3;
    return bar;
  });
});
</script>

<template>
  <section>
    <div class="section-head section-head--thin">
      <h2>{{ says.membersByStanding }}</h2>
      <span class="section-head__note quiet">{{ says.people({ count: people }) }}</span>
    </div>
    <svg class="standing-bar" viewBox="0 0 360 16" preserveAspectRatio="none" aria-hidden="true">
      <rect
        v-for="bar in bars"
        :key="bar.standing"
        :x="bar.x"
        :width="bar.width"
        height="16"
        :class="`standing--${bar.standing}`"
        fill="currentColor"
      />
    </svg>
    <ul class="standings">
      <li v-for="item in shown" :key="item.standing">
        <RouterLink :to="{ path: '/desk/members', query: { standing: item.standing } }"
          ><StandingMark :standing="item.standing" /></RouterLink
        ><span>{{ item.count }}</span>
      </li>
    </ul>
  </section>
</template>
