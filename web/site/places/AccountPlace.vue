<script setup lang="ts">
/** The member's own account: what we know, the password, and where one is signed in. */
import type { PlaceView } from '../../../contract';
import { useGo } from '../go';
import { useSend } from '../useSend';
import PasswordChange from './PasswordChange.vue';

defineProps<{ place: Extract<PlaceView, { kind: 'account' }> }>();
const { sending, trouble, send } = useSend();
const go = useGo();

async function end(id: string, says: string): Promise<void> {
  const through = await send(async () => {
    const { calls } = await import('../calls');
    await calls.endSession({ id });
  });
  if (through) await go('/account', says);
}
</script>

<template>
  <div class="two">
    <main>
      <h1 tabindex="-1">{{ place.title }}</h1>
      <dl class="answers">
        <div><dt>Name</dt><dd>{{ place.name }}</dd></div>
        <div><dt>Mail address</dt><dd>{{ place.mail }}</dd></div>
        <div><dt>Standing</dt><dd>{{ place.standing }}</dd></div>
        <div v-if="place.level"><dt>Level</dt><dd>{{ place.level }}</dd></div>
        <div v-if="place.groups"><dt>Groups</dt><dd>{{ place.groups }}</dd></div>
      </dl>
      <h2 class="heading">Where you are signed in</h2>
      <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
      <ul class="sessions">
        <li v-for="session in place.sessions" :key="session.id">
          <span><b>{{ session.device }}</b><span class="quiet">{{ session.here ? 'this device' : session.seen }}</span></span>
          <button v-if="!session.here" type="button" class="button button--plain button--small" :disabled="sending" @click="end(session.id, 'That device is signed out.')">Sign out there</button>
        </li>
      </ul>
      <p v-if="place.sessions.length > 2"><button type="button" class="linklike" :disabled="sending" @click="end('others', 'All other devices are signed out.')">Sign out everywhere else</button></p>
    </main>
    <aside aria-label="Password"><PasswordChange /></aside>
  </div>
</template>
