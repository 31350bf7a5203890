<script setup lang="ts">
/** Places with a sentence and a way on: signed in already, withdrawn, and no such page. */
import type { PlaceView } from '../../../contract';
import { call } from '../calls';
import Sentence from '../Sentence.vue';
import SiteForm from '../form/SiteForm.vue';
import SiteLink from '../SiteLink.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

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
        <Sentence :says="says.signedInAs({ name: place.name })" :strong="place.name" />
      </p>
      <div class="act__row">
        <SiteLink :to="place.next" class="button">{{ says.goOn }}</SiteLink>
        <SiteForm name="switch" action="/sign-out" @send="switchPerson(place.next)">
          <input type="hidden" name="next" :value="`/sign-in?next=${encodeURIComponent(place.next)}`" />
          <button type="submit" class="linklike">{{ says.notYouSwitch }}</button>
        </SiteForm>
      </div>
    </template>
    <template v-else-if="place.kind === 'withdrawn'">
      <p>{{ says.allErased }}</p>
      <p>
        <SiteLink to="/" class="button">{{ says.toWelcome }}</SiteLink>
      </p>
    </template>
    <template v-else>
      <p>{{ says.mistyped }}</p>
      <p>
        <SiteLink to="/" class="button">{{ says.toWelcome }}</SiteLink>
      </p>
    </template>
  </main>
</template>
