<script setup lang="ts">
/** The frame of every place: mast, who is signed in, menu, and the place itself. */
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { call } from './calls';
import SiteForm from './form/SiteForm.vue';
import MenuLinkItem from './MenuLinkItem.vue';
import SiteLink from './SiteLink.vue';
import { useSite } from './store';
import { useReader } from '../kit/reader';
import { siteSays } from '../../contract/site.sentences';
import { doneLines } from '../../contract/site.done';

const says = siteSays(useReader());

const site = useSite();
const route = useRoute();
const shell = computed(() => site.view!.shell);
const path = computed(() => site.view!.path);
const embedded = computed(() => path.value.startsWith('/embed/'));
/** What was just done: with script said by whoever did it, without by the address it leads to. */
const told = computed(() => site.notice ?? (site.view?.done ? says[doneLines[site.view.done]] : null));
const menu = ref<HTMLElement>();
watch(path, () => {
  site.notice = null;
  if (menu.value?.matches(':popover-open')) menu.value.hidePopover();
});
const signInFrom = computed(() =>
  path.value === '/' || path.value === '/sign-in' ? '/sign-in' : `/sign-in?next=${encodeURIComponent(path.value)}`,
);

/** Asked again in a week. */
async function putOff(): Promise<void> {
  const { notice } = shell.value;
  if (!notice || !site.view) return;
  const done = await call('putOff', { form: notice.form }).then(
    () => true,
    () => false,
  );
  if (done) site.view = { ...site.view, shell: { ...shell.value, notice: null } };
}

async function signOut(): Promise<void> {
  await call('signOut', {}).catch(() => undefined);
  // What the member saw must not stay in this page's memory.
  location.assign('/');
}
</script>

<template>
  <!-- Within another site there is the form alone. -->
  <div v-if="embedded" id="content" class="embedded">
    <p v-if="site.trouble" class="trouble" role="alert">{{ site.trouble }}</p>
    <RouterView :key="route.path" />
  </div>
  <template v-else>
    <a class="skip" href="#content">{{ says.toContent }}</a>
    <header class="mast">
      <div class="wrap mast__in">
        <SiteLink class="mast__home" to="/">
          <img
            v-if="shell.mark && 'src' in shell.mark"
            class="mast__logo"
            :src="shell.mark.src"
            :width="shell.mark.width"
            :height="shell.mark.height"
            alt=""
          />
          <svg
            v-else-if="shell.mark"
            class="mast__mark"
            :viewBox="`0 0 ${shell.mark.size} ${shell.mark.size}`"
            aria-hidden="true"
          >
            <path v-for="d in shell.mark.paths" :key="d" :d="d" :stroke-width="shell.mark.stroke" />
          </svg>
          <span class="mast__name">{{ shell.siteName }}</span>
        </SiteLink>
        <div class="mast__me">
          <template v-if="shell.viewer">
            <span class="mast__who">
              <b
                ><bdi>{{ shell.viewer.name }}</bdi></b
              >&#32;<span class="quiet">{{ shell.viewer.note }}</span>
            </span>
            <SiteLink v-if="shell.viewer.application" to="/joining">{{ says.yourApplication }}</SiteLink>
            <SiteLink to="/account">{{ says.myAccount }}</SiteLink>
            <SiteForm name="sign-out" action="/sign-out" @send="signOut">
              <button type="submit" class="linklike">{{ says.signOut }}</button>
            </SiteForm>
          </template>
          <SiteLink v-else :to="signInFrom">{{ says.memberSignIn }}</SiteLink>
        </div>
      </div>
    </header>
    <nav class="menu" :aria-label="says.mainMenu">
      <div class="wrap">
        <!-- A popover of the browser's own, so that it opens without script. -->
        <button type="button" class="menu__button" popovertarget="menu-panel">{{ says.menu }}</button>
        <div id="menu-panel" ref="menu" class="menu__panel" popover>
          <button type="button" class="menu__close" popovertarget="menu-panel" popovertargetaction="hide">
            {{ says.closeTheMenu }}
          </button>
          <ul class="menu__list">
            <li v-for="link in shell.menu" :key="link.href">
              <MenuLinkItem :link="link" :path="path" @sign-out="signOut" />
              <ul v-if="link.items.length" class="menu__within">
                <li v-for="inner in link.items" :key="inner.href">
                  <MenuLinkItem :link="inner" :path="path" @sign-out="signOut" />
                </li>
              </ul>
            </li>
          </ul>
        </div>
      </div>
    </nav>
    <div v-if="shell.notice && path !== shell.notice.href" class="wrap waits" role="status">
      <span>{{ shell.notice.says }}</span>
      <SiteLink :to="shell.notice.href" class="button button--small">{{ says.answerNow }}</SiteLink>
      <SiteForm name="later" act="later" :action="shell.notice.href" @send="putOff">
        <button type="submit" class="linklike">{{ says.notNow }}</button>
      </SiteForm>
    </div>
    <p v-if="site.trouble" class="wrap trouble" role="alert">{{ site.trouble }}</p>
    <div id="content" class="wrap">
      <p v-if="told" class="notice" role="status">{{ told }}</p>
      <RouterView :key="route.path" />
    </div>
    <footer class="foot">
      <div class="wrap foot__in">
        <span>{{ shell.siteName }}</span>
        <nav v-if="shell.foot.length" :aria-label="says.footMenu">
          <ul>
            <template v-for="link in shell.foot" :key="link.href">
              <li v-for="one in [link, ...link.items]" :key="one.href">
                <MenuLinkItem :link="one" :path="path" @sign-out="signOut" />
              </li>
            </template>
          </ul>
        </nav>
      </div>
    </footer>
  </template>
</template>
