<script setup lang="ts">
/** The last 30 days' sign-ups, gate by gate: passed, waiting, fell away. The numbers stand beside the bars. */
import { computed } from 'vue';
import { VTable } from 'vuetify/components/VTable';
import type { TodayView } from '../../../contract';
import { reader } from '../base/reader';
import { todaySays } from './today.sentences';

const says = todaySays(reader);

const props = defineProps<{ joining: TodayView['joining'] }>();
const WIDE = 148;
const most = computed(() =>
  Math.max(1, props.joining.signedUp, ...props.joining.gates.map((g) => g.passed + g.waiting + g.fell)),
);
const wide = (count: number) => (count * WIDE) / most.value;
const sum = (of: 'waiting' | 'fell') => props.joining.gates.reduce((total, gate) => total + gate[of], 0);
</script>

<template>
  <section>
    <div class="section-head section-head--thin">
      <h2>{{ says.joiningLately }}</h2>
      <span class="section-head__note quiet">{{ joining.span }}</span>
    </div>
    <VTable class="funnel">
      <caption class="unseen">
        {{
          says.byGate
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">{{ says.gate }}</th>
          <td></td>
          <th scope="col" class="num">{{ says.passed }}</th>
          <th scope="col" class="num">{{ says.waiting }}</th>
          <th scope="col" class="num">{{ says.fell }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">{{ says.signedUp }}</th>
          <td>
            <svg :width="WIDE" height="22" :viewBox="`0 0 ${WIDE} 22`" preserveAspectRatio="none" aria-hidden="true">
              <rect y="4" :width="wide(joining.signedUp)" height="14" class="funnel__all" />
            </svg>
          </td>
          <td class="num">
            <b>{{ joining.signedUp }}</b>
          </td>
          <td></td>
          <td></td>
        </tr>
        <tr v-for="gate in joining.gates" :key="gate.title">
          <th scope="row">{{ gate.title }}</th>
          <td>
            <svg :width="WIDE" height="22" :viewBox="`0 0 ${WIDE} 22`" preserveAspectRatio="none" aria-hidden="true">
              <rect y="4" :width="wide(gate.passed)" height="14" class="funnel__passed" />
              <rect
                v-if="gate.waiting"
                :x="wide(gate.passed) + 1.5"
                y="4.75"
                :width="Math.max(2, wide(gate.waiting) - 3)"
                height="12.5"
                class="funnel__waiting"
              />
              <path
                v-if="gate.fell"
                :d="`M${wide(gate.passed + gate.waiting) + 3} 11h${Math.max(2, wide(gate.fell) - 3)}`"
                class="funnel__fell"
              />
            </svg>
          </td>
          <td class="num">
            <b>{{ gate.passed }}</b>
          </td>
          <td class="num funnel__n-waiting">{{ gate.waiting || '' }}</td>
          <td class="num funnel__n-fell">{{ gate.fell || '' }}</td>
        </tr>
      </tbody>
    </VTable>
    <ul class="legend" aria-hidden="true">
      <li>
        <svg width="14" height="12"><rect width="14" height="12" class="funnel__passed" /></svg>{{ says.passed }}
      </li>
      <li>
        <svg width="14" height="12"><rect x=".75" y=".75" width="12.5" height="10.5" class="funnel__waiting" /></svg
        >{{ says.waitingOf({ number: sum('waiting') }) }}
      </li>
      <li>
        <svg width="14" height="12"><path d="M0 6h14" class="funnel__fell" /></svg
        >{{ says.fellOf({ number: sum('fell') }) }}
      </li>
    </ul>
  </section>
</template>
