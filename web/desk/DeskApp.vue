<script setup lang="ts">
/** The desk: the frame with its areas. Whoever is not signed in is met by the page at its door. */
import { computed, watch, watchEffect } from 'vue';
import { useTheme } from 'vuetify';
import Trouble from '../kit/Trouble.vue';
import { sessionEnded, troubleOf } from './base/calls';
import DeskFrame from './frame/DeskFrame.vue';
import { darkNow, light, systemDark } from './base/preferences';
import { useMe } from './base/session';
import SignInDialog from './sign-in/SignInDialog.vue';

const me = useMe();
const theme = useTheme();
watchEffect(() => {
  void light.value;
  void systemDark.value;
  const dark = darkNow();
  document.documentElement.toggleAttribute('data-dark', dark);
  void theme.change(dark ? 'deskDark' : 'desk');
});
const nobody = computed(
  () => !me.data.value && me.error.value !== null && troubleOf(me.error.value).code === 'not-signed-in',
);
// The session ended while the desk was on its way: its door shows the page to sign in.
watch(nobody, (now) => {
  if (now) location.reload();
});
</script>

<template>
  <template v-if="me.data.value">
    <DeskFrame :me="me.data.value" />
    <SignInDialog :mail="me.data.value.mail" />
  </template>
  <main v-else-if="me.error.value && !sessionEnded" class="lonely">
    <Trouble :error="me.error.value" @again="me.refetch()" />
  </main>
</template>
