<script setup lang="ts">
/** The bar: the area's title, finding anyone, the site clock of a demo, and the person at the desk. */
import { VBtn } from 'vuetify/components/VBtn';
import { VMenu } from 'vuetify/components/VMenu';
import { useQueryCache } from '@pinia/colada';
import { useRoute } from 'vue-router';
import { calls, desk } from '../calls';
import { may, type Me } from '../session';
import ClockControl from './ClockControl.vue';
import FindBox from './FindBox.vue';
import { useToday } from '../today/today.query';

defineProps<{ me: Me; title: string }>();
defineEmits<{ keys: [] }>();
const route = useRoute();
const today = useToday(() => route.path === '/desk');
const cache = useQueryCache();

async function signOut(): Promise<void> {
  await calls.staff.signOut({}).catch(() => undefined);
  cache.getEntries().forEach((entry) => cache.remove(entry));
  location.assign('/desk');
}
</script>

<template>
  <header class="bar">
    <h1>{{ route.path === '/desk' && today.data.value ? today.data.value.date : title }}</h1>
    <p v-if="route.path === '/desk' && today.data.value" class="bar__hello quiet">{{ today.data.value.greeting }}</p>
    <div class="bar__end">
      <FindBox />
      <ClockControl v-if="may(me, desk.clock.move)" />
      <VMenu>
        <template #activator="{ props: button }">
          <VBtn v-bind="button" class="bar__me" :aria-label="me.firstName" aria-haspopup="dialog"
            >{{ me.firstName }}<i class="caret"
          /></VBtn>
        </template>
        <ul class="drop">
          <li><RouterLink class="drop__item" to="/desk/account">Your account</RouterLink></li>
          <li>
            <button type="button" class="drop__item" @click="$emit('keys')">Keys <kbd>?</kbd></button>
          </li>
          <li><a class="drop__item" href="/" target="_blank" rel="noopener">Open the site</a></li>
          <li><button type="button" class="drop__item" @click="signOut">Sign out</button></li>
        </ul>
      </VMenu>
    </div>
  </header>
</template>
