<script setup lang="ts">
/** The place the server resolved, by its kind. Forms are fetched when first needed in a browser. */
import { computed } from 'vue';
import { useSite } from './store';
import AccountPlace from './places/AccountPlace.vue';
import ConfirmPlace from './places/ConfirmPlace.vue';
import ForgottenPlace from './places/ForgottenPlace.vue';
import JoinPlace from './places/JoinPlace.vue';
import JoiningPlace from './places/JoiningPlace.vue';
import PagePlace from './places/PagePlace.vue';
import ResetPlace from './places/ResetPlace.vue';
import SignInPlace from './places/SignInPlace.vue';
import PlainPlace from './places/PlainPlace.vue';

const site = useSite();
const place = computed(() => site.view!.place);
</script>

<template>
  <PagePlace v-if="place.kind === 'page'" :place="place" />
  <JoinPlace v-else-if="place.kind === 'join'" :place="place" />
  <JoiningPlace v-else-if="place.kind === 'joining'" :place="place" />
  <ConfirmPlace v-else-if="place.kind === 'confirm'" :place="place" />
  <SignInPlace v-else-if="place.kind === 'signIn'" :place="place" />
  <ForgottenPlace v-else-if="place.kind === 'forgotten'" />
  <ResetPlace v-else-if="place.kind === 'reset'" :place="place" />
  <AccountPlace v-else-if="place.kind === 'account'" :place="place" />
  <PlainPlace v-else :place="place" />
</template>
