<script setup lang="ts">
/** Saves an entry, or takes it off again: told by a mark, a word, and to those who hear it by its name. */
import { ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import { Refused, call } from '../calls';
import SiteForm from '../form/SiteForm.vue';
import { useSite } from '../store';

const says = siteSays(useReader());
const props = defineProps<{ number: number; saved: boolean; name: string }>();
const route = useRoute();
const site = useSite();
const now = ref(props.saved);
watch(
  () => props.saved,
  (saved) => (now.value = saved),
);

async function toggle(): Promise<void> {
  const before = now.value;
  now.value = !before;
  try {
    await call('saveEntry', { entry: props.number, saved: !before });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    now.value = before;
    site.trouble = error.trouble.says;
  }
}
</script>

<template>
  <SiteForm
    :name="`save-${number}`"
    :action="`/entries/${number}`"
    :act="now ? 'unsave' : 'save'"
    class="save"
    @send="toggle"
  >
    <input type="hidden" name="back" :value="route.fullPath" />
    <button
      type="submit"
      class="save__button"
      :class="{ 'save__button--on': now }"
      :aria-label="now ? says.savedNamed({ entry: name }) : says.saveNamed({ entry: name })"
    >
      <svg width="11" height="15" viewBox="0 0 11 15" aria-hidden="true">
        <path
          d="M.75.75h9.5v13L5.5 10.2.75 13.75z"
          :fill="now ? 'currentColor' : 'none'"
          stroke="currentColor"
          stroke-width="1.5"
        />
      </svg>
      <span>{{ now ? says.savedEntry : says.saveEntry }}</span>
    </button>
  </SiteForm>
</template>
