<script setup lang="ts">
/** An opened entry, with what its viewer may do with it. */
import type { PlaceView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import EntryReply from '../boards/EntryReply.vue';
import EntryActs from '../boards/EntryActs.vue';
import SaveEntry from '../boards/SaveEntry.vue';
import SiteLink from '../SiteLink.vue';

const says = siteSays(useReader());
defineProps<{ place: Extract<PlaceView, { kind: 'entry' }> }>();
</script>

<template>
  <main class="entry">
    <p class="entry__board">
      <SiteLink :to="place.board.href">{{ place.board.label }}</SiteLink>
    </p>
    <h1 tabindex="-1">{{ place.title }}</h1>
    <p class="entry__about">
      <b v-if="place.state">{{ place.state }}</b>
      <span v-if="place.category">{{ place.category }}</span>
      <span v-if="place.by" class="quiet">{{ place.by }}</span>
      <SaveEntry v-if="place.saved !== null" :number="place.number" :saved="place.saved" :name="place.title" />
    </p>
    <ul v-if="place.notes.length" class="entry__notes">
      <li v-for="note in place.notes" :key="note">{{ note }}</li>
    </ul>
    <dl class="entry__answers">
      <template v-for="line in place.answers" :key="line.label">
        <dt>{{ line.label }}</dt>
        <dd>{{ line.value }}</dd>
      </template>
    </dl>
    <section v-if="place.change" class="entry__change">
      <h2>{{ says.waitingChange }}</h2>
      <dl class="entry__answers">
        <template v-for="line in place.change" :key="line.label">
          <dt>{{ line.label }}</dt>
          <dd>{{ line.value }}</dd>
        </template>
      </dl>
    </section>
    <section v-if="place.replies.length" class="entry__replies">
      <h2>{{ says.repliesCount({ count: place.replies.length }) }}</h2>
      <article v-for="(one, at) in place.replies" :key="at" class="entry__reply">
        <p class="quiet">{{ one.by }}</p>
        <p v-for="line in one.answers" :key="line.label">
          <span class="quiet">{{ line.label }}</span><br />{{ line.value }}
        </p>
      </article>
    </section>
    <EntryReply v-if="place.reply" :key="place.number" :place="place" :reply="place.reply" />
    <EntryActs v-if="place.hands" :key="place.number" :place="place" :hands="place.hands" />
  </main>
</template>
