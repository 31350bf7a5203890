<script setup lang="ts">
/** What is wrong, on top of a form: each fault leads to its field. Focus is moved here after a refused send. */
import { onBeforeUnmount, useId, watchEffect } from 'vue';
import { useSite } from '../store';
import type { Fault } from './useForm';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const props = defineProps<{
  faults: Fault[];
  trouble: string | null;
  prefix: string;
  /** Brings a question into view that stands on another page. */
  open?: (at: string) => Promise<void>;
}>();

// The title of the document says so as well: it is what is read out first.
const site = useSite();
const id = useId();
if (typeof window !== 'undefined') {
  watchEffect(() => site.wrong.set(id, props.faults.length || (props.trouble ? 1 : 0)));
  onBeforeUnmount(() => site.wrong.delete(id));
}
async function goTo(at: string): Promise<void> {
  await props.open?.(at);
  const id = `${props.prefix}${at}`;
  const field = document.getElementById(id) ?? document.getElementById(`${id}-frame`);
  field?.focus();
  field?.scrollIntoView({ block: 'center' });
}
</script>

<template>
  <div v-if="faults.length || trouble" class="faults" role="alert" tabindex="-1" data-faults>
    <p v-if="trouble">{{ trouble }}</p>
    <template v-else>
      <h2>{{ says.anotherLook({ count: faults.length }) }}</h2>
      <ul>
        <li v-for="fault in faults" :key="fault.at">
          <a :href="`#${prefix}${fault.at}`" @click.prevent="goTo(fault.at)">{{ fault.label }}</a>:
          {{ fault.says }}
        </li>
      </ul>
    </template>
  </div>
</template>
