<script setup lang="ts">
/** Searching the site: a plain form, so that it works before any script; what was found, with the words marked. */
import type { PlaceView } from '../../../contract';
import { useReader } from '../../kit/reader';
import SiteLink from '../SiteLink.vue';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());
defineProps<{ place: Extract<PlaceView, { kind: 'search' }> }>();
</script>

<template>
  <main class="search">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <form action="/search" method="get" role="search" class="search__form">
      <label class="field__label" for="search-q">{{ says.searchFor }}</label>
      <div class="search__row">
        <input id="search-q" class="input" type="search" name="q" maxlength="200" :value="place.question" />
        <button type="submit" class="button">{{ says.search }}</button>
      </div>
    </form>
    <p v-if="place.says" role="status">{{ place.says }}</p>
    <ol v-if="place.found.length" class="search__found">
      <li v-for="one in place.found" :key="one.href">
        <h2>
          <SiteLink :to="one.href"
            ><template v-for="(piece, at) in one.title" :key="at"
              ><mark v-if="piece.hit">{{ piece.text }}</mark
              ><template v-else>{{ piece.text }}</template></template
            ></SiteLink
          >
        </h2>
        <p>
          <template v-for="(piece, at) in one.says" :key="at"
            ><mark v-if="piece.hit">{{ piece.text }}</mark
            ><template v-else>{{ piece.text }}</template></template
          >
        </p>
      </li>
    </ol>
  </main>
</template>
