<script setup lang="ts">
/** Places with a sentence and a way on: signed in already, and no such page. */
import type { PlaceView } from '../../../contract';
import SiteLink from '../SiteLink.vue';

defineProps<{ place: PlaceView }>();

async function switchPerson(next: string): Promise<void> {
  const { calls } = await import('../calls');
  await calls.signOut({}).catch(() => undefined);
  location.assign(`/sign-in?next=${encodeURIComponent(next)}`);
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <template v-if="place.kind === 'alreadyIn'">
      <p>You are signed in as <b>{{ place.name }}</b>.</p>
      <p class="act__row">
        <SiteLink :to="place.next" class="button">Go on</SiteLink>
        <button type="button" class="linklike" @click="switchPerson(place.next)">Not you? Sign in as somebody else</button>
      </p>
    </template>
    <template v-else>
      <p>The address may be mistyped, or the page is not there any more.</p>
      <p><SiteLink to="/" class="button">To the welcome page</SiteLink></p>
    </template>
  </main>
</template>
