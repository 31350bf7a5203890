<script setup lang="ts">
/** The frame of the desk: index, bar, work, viewpoint strip. */
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import KitButton from '../../kit/KitButton.vue';
import MountPanel from '../viewpoint/MountPanel.vue';
import ViewpointStrip from '../viewpoint/ViewpointStrip.vue';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import { useNotice } from '../base/notice';
import { loadWhole } from '../../kit/build';
import { calls, newer } from '../base/calls';
import { usePulse } from '../base/pulse';
import { isWithin, useAreas } from '../base/area';
import { may, type Me } from '../base/session';
import AreaIndex from './AreaIndex.vue';
import DeskBar from './DeskBar.vue';
import KeyList from './KeyList.vue';
import { guardDoubleClicks } from './double';
import { useDeskKeys } from './keys';
import { reader } from '../base/reader';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);

const props = defineProps<{ me: Me }>();
const route = useRoute();
const router = useRouter();
const notice = useNotice();
const viewpoint = useViewpoint();
const title = computed(() => String(route.meta['title'] ?? says.desk));
watch([title, () => props.me.siteName], () => (document.title = `${title.value} · ${props.me.siteName}`), {
  immediate: true,
});
const { help } = useDeskKeys();
usePulse(() => away.value && location.assign(away.value));
onMounted(() => guardDoubleClicks(document.getElementById('desk')!));

const undoing = ref(false);
async function undo(): Promise<void> {
  if (!notice.undo || undoing.value) return;
  undoing.value = true;
  await notice.undo();
  undoing.value = false;
}

const areas = useAreas();
/** An address typed by hand may lead where somebody's part does not. */
const theirs = computed(() => {
  const needs = areas.find((area) => isWithin(area, route.path))?.needs;
  return !needs || may(props.me, needs);
});

/** An area that could not be fetched: said, and tried again once the server answers, or by whoever wants it. */
const away = ref<string | null>(null);
router.onError(async (_error, { fullPath }) => {
  // It may be there no longer, since the house was built anew.
  await calls.today.pulse({}).catch(() => null);
  if (!newer.value || !loadWhole(fullPath, newer.value)) away.value = fullPath;
});
router.beforeEach(({ fullPath }) => !newer.value || !loadWhole(fullPath, newer.value));
router.afterEach(() => (away.value = null));
const tryAgain = () => location.assign(away.value ?? '/desk');
</script>

<template>
  <a class="skip" href="#work">{{ says.toWork }}</a>
  <div class="desk">
    <AreaIndex :site-name="me.siteName" :me="me" />
    <DeskBar :me="me" :title="title" @keys="help = true" />
    <main id="work" class="work" tabindex="-1">
      <p v-if="away" class="act-line act-line--bad" role="alert">
        <span>{{ says.partAway }}</span>
        <KitButton kind="link" @click="tryAgain">{{ says.tryAgain }}</KitButton>
      </p>
      <RouterView v-if="theirs" v-slot="{ Component }"><component :is="Component" :me="me" /></RouterView>
      <p v-else class="work__one">{{ says.notYourPart }}</p>
      <p v-if="notice.says" class="act-line" role="status">
        <span>{{ notice.says }}</span>
        <KitButton v-if="notice.undo" kind="link" :disabled="undoing" @click="undo">{{ says.undo }}</KitButton>
        <KitButton kind="link" @click="notice.tell(null)">{{ says.close }}</KitButton>
      </p>
    </main>
    <MountPanel v-if="viewpoint.open" />
    <ViewpointStrip />
  </div>
  <KeyList v-model="help" />
</template>

<style src="./frame.css"></style>
