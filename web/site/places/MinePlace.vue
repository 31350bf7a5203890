<script setup lang="ts">
/** What somebody has posted and saved. */
import type { PlaceView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import SaveEntry from '../boards/SaveEntry.vue';
import SiteLink from '../SiteLink.vue';

const says = siteSays(useReader());
defineProps<{ place: Extract<PlaceView, { kind: 'mine' }> }>();
</script>

<template>
  <main class="board">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <h2>{{ says.myPosted }}</h2>
    <p v-if="place.own.length === 0" class="quiet">{{ says.nothingPosted }}</p>
    <ul v-else class="board__list">
      <li v-for="one in place.own" :key="one.href" class="entry-row">
        <span class="entry-row__sort">{{ one.state }}</span>
        <div class="entry-row__work">
          <h3>
            <SiteLink :to="one.href">{{ one.title }}</SiteLink>
          </h3>
          <p class="entry-row__lines">
            <span>{{ one.board }}</span><span v-if="one.says">{{ one.says }}</span>
          </p>
        </div>
      </li>
    </ul>
    <h2>{{ says.mySaved }}</h2>
    <p v-if="place.saved.length === 0" class="quiet">{{ says.nothingSaved }}</p>
    <ul v-else class="board__list">
      <li v-for="one in place.saved" :key="one.number" class="entry-row">
        <span class="entry-row__sort">{{ one.state }}</span>
        <div class="entry-row__work">
          <h3>
            <SiteLink v-if="one.href" :to="one.href">{{ one.title }}</SiteLink><template v-else>{{
              one.title
            }}</template>
          </h3>
          <p class="entry-row__lines">
            <span>{{ one.board }}</span>
          </p>
        </div>
        <div class="entry-row__end"><SaveEntry :number="one.number" :saved="true" :name="one.title" /></div>
      </li>
    </ul>
  </main>
</template>
