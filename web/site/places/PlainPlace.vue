<script setup lang="ts">
/** Places with a sentence and a way on: signed in already, withdrawn, and no such page. */
import type { PlaceView } from '../../../contract';
import { call } from '../calls';
import SiteForm from '../form/SiteForm.vue';
import SiteLink from '../SiteLink.vue';

defineProps<{ place: PlaceView }>();

async function switchPerson(next: string): Promise<void> {
  await call('signOut', {}).catch(() => undefined);
  location.assign(`/sign-in?next=${encodeURIComponent(next)}`);
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <template v-if="place.kind === 'alreadyIn'">
      <p>
        You are signed in as <b>{{ place.name }}</b>.
      </p>
      <div class="act__row">
        <SiteLink :to="place.next" class="button">Go on</SiteLink>
        <SiteForm name="switch" action="/sign-out" @send="switchPerson(place.next)">
          <input type="hidden" name="next" :value="`/sign-in?next=${encodeURIComponent(place.next)}`" />
          <button type="submit" class="linklike">Not you? Sign in as somebody else</button>
        </SiteForm>
      </div>
    </template>
    <template v-else-if="place.kind === 'withdrawn'">
      <p>Everything you told us is erased, and the account with it. You will hear no more from us.</p>
      <p><SiteLink to="/" class="button">To the welcome page</SiteLink></p>
    </template>
    <template v-else>
      <p>The address may be mistyped, or the page is not there any more.</p>
      <p><SiteLink to="/" class="button">To the welcome page</SiteLink></p>
    </template>
  </main>
</template>
