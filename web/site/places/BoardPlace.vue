<script setup lang="ts">
/** A board: what stands on it, searched and narrowed down; for those it does not let in, the ways in. */
import type { PlaceView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import BoardEntry from '../boards/BoardEntry.vue';
import BoardSearch from '../boards/BoardSearch.vue';
import SiteLink from '../SiteLink.vue';

const says = siteSays(useReader());
defineProps<{ place: Extract<PlaceView, { kind: 'board' }> }>();
</script>

<template>
  <main class="board">
    <div class="board__head">
      <h1 tabindex="-1">{{ place.title }}</h1>
      <SiteLink v-if="place.post" :to="place.post.href" class="button">{{ place.post.label }}</SiteLink>
    </div>
    <p v-if="place.intro" class="quiet">{{ place.intro }}</p>
    <section v-if="place.shut" class="shut" :aria-label="place.title">
      <p v-if="place.shut.note">{{ place.shut.note }}</p>
      <ul class="shut__ways">
        <li v-for="(way, at) in place.shut.ways" :key="way.label + way.href" class="shut__way">
          <p>{{ way.says }}</p>
          <SiteLink :to="way.href" class="button" :class="{ 'button--plain': at > 0 }">{{ way.label }}</SiteLink>
        </li>
      </ul>
    </section>
    <template v-else>
      <BoardSearch :place="place" />
      <nav v-if="place.tabs.length" class="board__tabs" :aria-label="says.entriesOf({ board: place.title })">
        <SiteLink
          v-for="tab in place.tabs"
          :key="tab.href"
          :to="tab.href"
          :class="{ on: tab.here }"
          :aria-current="tab.here ? 'true' : undefined"
          >{{ tab.label }} <span class="quiet">{{ tab.count }}</span></SiteLink
        >
      </nav>
      <p class="board__says small" role="status">
        {{ place.says }}
        <SiteLink v-if="place.narrowed" :to="`/boards/${place.address}`">{{ says.showAll }}</SiteLink>
      </p>
      <ul v-if="place.entries.length" class="board__list" :aria-label="place.title">
        <BoardEntry v-for="row in place.entries" :key="row.number" :row="row" />
      </ul>
      <nav v-if="place.pages" class="board__pages" :aria-label="says.pagesOfList">
        <SiteLink v-if="place.pages.before" :to="place.pages.before" rel="prev">{{ says.pageBack }}</SiteLink>
        <span class="quiet">{{ place.pages.says }}</span>
        <SiteLink v-if="place.pages.after" :to="place.pages.after" rel="next">{{ says.pageOn }}</SiteLink>
      </nav>
    </template>
  </main>
</template>
