<script setup lang="ts">
/** One block of a page, by its kind. */
import type { BlockView } from '../../../contract';
import SiteLink from '../SiteLink.vue';

defineProps<{ block: BlockView }>();
</script>

<template>
  <section v-if="block.kind === 'greeting'" class="greeting">
    <h1 tabindex="-1">{{ block.title }}</h1>
    <p class="quiet">{{ block.text }}</p>
  </section>
  <h2 v-else-if="block.kind === 'heading'" class="heading">{{ block.text }}</h2>
  <div v-else-if="block.kind === 'text'" class="text"><p v-for="(text, at) in block.paragraphs" :key="at">{{ text }}</p></div>
  <ul v-else-if="block.kind === 'points'" class="points"><li v-for="(text, at) in block.points" :key="at">{{ text }}</li></ul>
  <section v-else-if="block.kind === 'callToAction'" class="call">
    <p v-if="block.forWhom" class="call__for">
      <svg class="arch" viewBox="0 0 16 16" aria-hidden="true"><path d="M2.75 15V7a5.25 5.25 0 0 1 10.5 0v8M0 15h16" /><path class="arch__half" d="M8 2v13H3V7a5 5 0 0 1 5-5z" /></svg>
      {{ block.forWhom }}
    </p>
    <h2>{{ block.title }}</h2>
    <p>{{ block.text }}</p>
    <SiteLink :to="block.href" class="button">{{ block.button }}</SiteLink>
  </section>
  <section v-else-if="block.kind === 'card'" class="card" aria-label="Your membership">
    <p class="card__top"><span>{{ block.level }}</span><span class="card__number">No. {{ block.number }}</span></p>
    <p>{{ block.name }}<template v-if="block.groups">, {{ block.groups }}</template></p>
    <p v-if="block.until">{{ block.until }}</p>
  </section>
  <section v-else-if="block.kind === 'levels'" class="levels">
    <h2>{{ block.title }}</h2>
    <dl><div v-for="level in block.levels" :key="level.title"><dt>{{ level.title }}</dt><dd>{{ level.price }}</dd></div></dl>
  </section>
  <table v-else class="calendar">
    <caption>{{ block.title }}</caption>
    <thead>
      <tr><td></td><th v-for="month in block.months" :key="month" scope="col">{{ month }}</th></tr>
    </thead>
    <tbody>
      <tr v-for="row in block.rows" :key="row.label">
        <th scope="row">{{ row.label }}</th>
        <td v-for="(month, at) in block.months" :key="month" :class="{ marked: row.marked.includes(at) }">
          <span class="unseen">{{ row.marked.includes(at) ? 'yes' : 'no' }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>
