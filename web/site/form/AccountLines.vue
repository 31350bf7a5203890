<script setup lang="ts">
/** What we know of a member, what they may change of it, and where they are signed in. */
import type { PlaceView } from '../../../contract';
import { call } from '../calls';
import SiteForm from './SiteForm.vue';
import { useForm } from './useForm';
import { useGo } from '../go';
import ProfileForm from './ProfileForm.vue';
import KitPicture from '../../kit/KitPicture.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ place: Extract<PlaceView, { kind: 'account' }> }>();
const { sending, trouble, send } = useForm('sessions', {});
const go = useGo();

async function end(id: string, says: string): Promise<void> {
  if (await send(() => call('endSession', { id: id as 'others' }))) await go('/account', says);
}
</script>

<template>
  <dl class="answers">
    <div>
      <dt>{{ says.name }}</dt>
      <dd>{{ place.name }}</dd>
    </div>
    <div>
      <dt>{{ says.email }}</dt>
      <dd class="address">{{ place.mail }}</dd>
    </div>
    <div>
      <dt>{{ says.standing }}</dt>
      <dd>{{ place.standing }}</dd>
    </div>
    <div v-if="place.level">
      <dt>{{ says.level }}</dt>
      <dd>{{ place.level }}</dd>
    </div>
    <div v-for="line in place.shown" :key="line.label">
      <dt>{{ line.label }}</dt>
      <dd>
        <KitPicture v-if="line.picture" :id="line.picture" :label="line.label" /><template v-else>{{
          line.value
        }}</template>
      </dd>
    </div>
    <div v-if="place.groups">
      <dt>{{ says.groups }}</dt>
      <dd>{{ place.groups }}</dd>
    </div>
  </dl>
  <ProfileForm v-if="place.questions.length" :place="place" />
  <h2 class="heading">{{ says.whereSignedIn }}</h2>
  <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
  <ul class="sessions">
    <li v-for="session in place.sessions" :key="session.id">
      <span
        ><b>{{ session.device }}</b
        ><span class="quiet">{{ session.here ? says.thisDevice : session.seen }}</span></span
      >
      <SiteForm
        v-if="!session.here"
        name="sessions"
        act="endSession"
        action="/account"
        @send="end(session.id, says.deviceOut)"
      >
        <input type="hidden" name="id" :value="session.id" />
        <button type="submit" class="button button--plain button--small" :disabled="sending">
          {{ says.signOutThere }}
        </button>
      </SiteForm>
    </li>
  </ul>
  <SiteForm
    v-if="place.sessions.length > 2"
    name="sessions"
    act="endSession"
    action="/account"
    class="sessions__all"
    @send="end('others', says.othersOut)"
  >
    <input type="hidden" name="id" value="others" />
    <button type="submit" class="linklike" :disabled="sending">{{ says.signOutEverywhereElse }}</button>
  </SiteForm>
</template>
