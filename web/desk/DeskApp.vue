<script setup lang="ts">
/** The desk: the sign-in page, or the frame with its areas. */
import { computed, watchEffect } from 'vue';
import { useTheme } from 'vuetify';
import Trouble from '../kit/Trouble.vue';
import { troubleOf } from './calls';
import DeskFrame from './frame/DeskFrame.vue';
import { darkNow, light, systemDark } from './preferences';
import { useMe } from './session';
import SignInView from './sign-in/SignInView.vue';

const me = useMe();
const theme = useTheme();
watchEffect(() => {
  void light.value;
  void systemDark.value;
  const dark = darkNow();
  document.documentElement.toggleAttribute('data-dark', dark);
  void theme.change(dark ? 'deskDark' : 'desk');
});
const signedOut = computed(() => me.error.value !== null && troubleOf(me.error.value).code === 'not-signed-in');
</script>

<template>
  <DeskFrame v-if="me.data.value && !signedOut" :me="me.data.value" />
  <SignInView v-else-if="signedOut" @done="me.refetch()" />
  <main v-else-if="me.error.value" class="lonely"><Trouble :error="me.error.value" @again="me.refetch()" /></main>
</template>
