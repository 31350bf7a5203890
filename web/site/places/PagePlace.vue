<script setup lang="ts">
/** A page of blocks, or its outside view with the ways in. */
import { computed } from 'vue';
import type { PlaceView } from '../../../contract';
import { blockParts } from '../blocks';
import SiteLink from '../SiteLink.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const props = defineProps<{ place: Extract<PlaceView, { kind: 'page' }> }>();
const ways = computed(() => props.place.shut?.ways ?? []);
</script>

<template>
  <div class="page" :class="{ 'page--aside': place.aside.length }">
    <main>
      <h1 v-if="place.heading" tabindex="-1">{{ place.heading }}</h1>
      <component
        :is="blockParts[block.kind]"
        v-for="block in place.blocks"
        :id="`b-${block.id}`"
        :key="block.id"
        :block="block as never"
      />
      <section v-if="place.shut" class="shut" aria-labelledby="shut-title">
        <h2 id="shut-title" class="shut__title">
          <svg class="arch" viewBox="0 0 16 16" aria-hidden="true">
            <path d="M2.75 15V7a5.25 5.25 0 0 1 10.5 0v8M0 15h16" />
            <path class="arch__half" d="M8 2v13H3V7a5 5 0 0 1 5-5z" />
          </svg>
          {{ place.shut.note }}
        </h2>
        <ul class="shut__ways">
          <li v-for="(way, at) in ways" :key="way.href">
            <span>{{ way.says }}</span>
            <SiteLink :to="way.href" class="button" :class="{ 'button--plain': at > 0 }">{{ way.label }}</SiteLink>
          </li>
        </ul>
      </section>
    </main>
    <aside v-if="place.aside.length" :aria-label="says.besidePage">
      <component
        :is="blockParts[block.kind]"
        v-for="block in place.aside"
        :id="`b-${block.id}`"
        :key="block.id"
        :block="block as never"
      />
    </aside>
  </div>
</template>
