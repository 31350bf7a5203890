<script setup lang="ts">
/** Web hooks of a form: where they call, with which answers and key, and what came of the calls. */
import { useQuery } from '@pinia/colada';
import { computed } from 'vue';
import type { AnyForm, HookOfForm } from '../../../../core/forms';
import type { FieldId } from '../../../../core/kernel';
import KitField from '../../../kit/fields/KitField.vue';
import KitTicks from '../../../kit/fields/KitTicks.vue';
import KitButton from '../../../kit/KitButton.vue';
import Trouble from '../../../kit/Trouble.vue';
import { calls, desk } from '../../base/calls';
import { useCopying } from '../../base/copying';
import { reader } from '../../base/reader';
import { useSending } from '../../base/sending';
import { may, useMe } from '../../base/session';
import { useDraft } from '../../setup/draft.store';
import MoneyHands from '../../setup/MoneyHands.vue';
import { hooksSays } from './hooks.sentences';

const says = hooksSays(reader);
const props = defineProps<{
  form: AnyForm;
  answers: readonly { title: string; value: string }[];
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [change: Partial<AnyForm>] }>();
const draft = useDraft();
const { data: me } = useMe();
const mayRead = computed(() => Boolean(me.value && may(me.value, desk.hooks.calls)));

const hooks = computed(() => props.form.hooks ?? []);
const put = (list: HookOfForm[]) => emit('change', { hooks: list.length ? list : undefined });
const change = (at: number, hook: Partial<HookOfForm>) =>
  put(hooks.value.map((one, n) => (n === at ? { ...one, ...hook } : one)));
const add = () => put([...hooks.value, { address: 'https://', generation: 1 }]);

/** The keys are those of the draft as it is saved: asked for anew when another version of it is. */
const { data, error, refetch } = useQuery({
  key: () => ['hooks', props.form.id, draft.entry('form', props.form.id)?.version ?? 0],
  query: () => calls.hooks.calls({ form: props.form.id }),
  enabled: () => mayRead.value && hooks.value.length > 0,
});
const keyOf = (hook: HookOfForm) => data.value?.keys.find(({ address }) => address === hook.address)?.key ?? null;
const copy = useCopying();
const { trouble, send } = useSending();
async function again(id: string): Promise<void> {
  await send((context) => calls.hooks.again({ form: props.form.id, id }, context));
  await refetch();
}
</script>

<template>
  <MoneyHands>
    <div class="section-head">
      <h3>{{ says.hooks }}</h3>
      <KitButton class="section-head__note" small :disabled="hooks.length >= 5" @click="add">{{
        says.addHook
      }}</KitButton>
    </div>
    <p v-if="hooks.length === 0" class="empty">{{ says.noHooks }}</p>
    <div v-for="(hook, at) in hooks" :id="`hooks.${at}`" :key="at" class="form-letter">
      <KitField
        :id="`hook-address-${at}`"
        :model-value="hook.address"
        :label="says.address"
        :fault="faultAt(`hooks.${at}.address`)"
        @update:model-value="change(at, { address: $event.trim() })"
      />
      <KitTicks
        :model-value="hook.answers ?? []"
        :label="says.withAnswers"
        :help="says.allAnswers"
        :items="[...answers]"
        @update:model-value="change(at, { answers: $event.length ? ($event as FieldId[]) : undefined })"
      />
      <div v-if="mayRead" class="field">
        <p class="field__label">{{ says.key }}</p>
        <p v-if="keyOf(hook)" class="hook-key">
          <code>{{ keyOf(hook) }}</code>
          <KitButton kind="link" @click="copy(keyOf(hook)!)">{{ says.copyKey }}</KitButton>
          <KitButton kind="link" @click="change(at, { generation: hook.generation + 1 })">{{
            says.anotherKey
          }}</KitButton>
        </p>
        <p v-else class="quiet">{{ says.keyLater }}</p>
        <p class="field__help">{{ says.anotherKeyHelp }}</p>
      </div>
      <KitButton kind="link" @click="put(hooks.filter((_, n) => n !== at))">{{ says.takeOut }}</KitButton>
    </div>
  </MoneyHands>
  <p class="quiet">{{ says.about }}</p>
  <template v-if="mayRead && hooks.length">
    <div class="section-head">
      <h3>{{ says.calls }}</h3>
      <KitButton class="section-head__note" small @click="refetch()">{{ says.fetchAgain }}</KitButton>
    </div>
    <Trouble v-if="error" :error="error" @again="refetch()" />
    <p v-else-if="data?.calls.length === 0" class="empty">{{ says.noCalls }}</p>
    <ul v-else class="hook-calls">
      <li v-for="call in data?.calls ?? []" :key="call.id">
        <b>{{ says.callTo({ address: call.address, since: call.since }) }}</b>
        <span>{{ call.says }}</span>
        <KitButton v-if="!call.taken" kind="link" @click="again(call.id)">{{ says.again }}</KitButton>
      </li>
    </ul>
    <p v-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
  </template>
</template>

<style>
.hook-key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
.hook-key code {
  font:
    400 14px/20px ui-monospace,
    monospace;
  overflow-wrap: anywhere;
}
.hook-calls {
  margin: 0;
  padding: 0;
  list-style: none;
}
.hook-calls li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
