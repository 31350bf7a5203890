<script setup lang="ts">
/** The gates of a path: done, now and to come. */
import type { JoiningView } from '../../contract';
import { siteSays } from '../../contract/site.sentences';
import { useReader } from '../kit/reader';

const says = siteSays(useReader());

defineProps<{ title: string; gates: JoiningView['gates'] }>();
</script>

<template>
  <section class="gates">
    <h2>{{ title }}</h2>
    <ol>
      <li
        v-for="gate in gates"
        :key="gate.number"
        :class="`gates__${gate.state}`"
        :aria-current="gate.state === 'now' ? 'step' : undefined"
      >
        <span class="gates__number" aria-hidden="true">{{ gate.number }}</span>
        <span
          ><b>{{ gate.title }}</b
          ><span class="quiet">{{ gate.says }}</span></span
        >
        <span v-if="gate.state !== 'toCome'" class="gates__state">{{
          gate.state === 'done' ? says.gateDone : says.gateNow
        }}</span>
      </li>
    </ol>
  </section>
</template>
