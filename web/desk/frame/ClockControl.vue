<script setup lang="ts">
/** The site clock of a demo: what it shows, and moving it on. Everything due on the way happens, in order. */
import { useQuery } from '@pinia/colada';
import { ref } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import { VMenu } from 'vuetify/components/VMenu';
import { calls, troubleOf } from '../calls';
import { useNotice } from '../notice';
import { useFresh } from '../session';

const clock = useQuery({ key: ['clock'], query: () => calls.clock.view({}) });
const moving = ref(false);
const notice = useNotice();
const fresh = useFresh();

async function move(by: 'hour' | 'day' | 'nextDue'): Promise<void> {
  moving.value = true;
  notice.tell(null);
  try {
    notice.tell((await calls.clock.move({ by })).says);
    await fresh();
  } catch (error) {
    notice.tell(troubleOf(error).says);
  } finally {
    moving.value = false;
  }
}
</script>

<template>
  <VMenu v-if="clock.data.value?.movable" @update:model-value="clock.refetch()">
    <template #activator="{ props: button }">
      <VBtn v-bind="button" class="bar__clock" aria-label="Demo clock" aria-haspopup="dialog" :disabled="moving"
        >{{ moving ? 'Moving on…' : 'Demo clock' }}<i class="caret"
      /></VBtn>
    </template>
    <div class="drop drop--clock">
      <p>
        <b>{{ clock.data.value?.now }}</b><span v-if="clock.data.value?.ahead" class="quiet">{{
          clock.data.value.ahead
        }}</span>
      </p>
      <ul>
        <li><button type="button" class="drop__item" @click="move('hour')">On by an hour</button></li>
        <li><button type="button" class="drop__item" @click="move('day')">On by a day</button></li>
        <li>
          <button type="button" class="drop__item" :disabled="!clock.data.value?.nextDue" @click="move('nextDue')">
            To the next due thing
            <span class="quiet">{{
              clock.data.value?.nextDue
                ? `${clock.data.value.nextDue.says}, ${clock.data.value.nextDue.at}`
                : 'nothing is due'
            }}</span>
          </button>
        </li>
        <li v-if="clock.data.value?.mailPage">
          <a class="drop__item" :href="clock.data.value.mailPage" target="_blank" rel="noopener">Mail that came</a>
        </li>
      </ul>
    </div>
  </VMenu>
</template>
