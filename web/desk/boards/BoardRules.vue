<script setup lang="ts">
/** How long entries stand, how often they are renewed, how many somebody may have. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { BoardItem } from '../../../core/boards';
import type { LevelId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { typedCount } from '../joining/counts';
import SpanPick from '../levels/SpanPick.vue';
import { useDraft } from '../setup/draft.store';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ board: BoardItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>] }>();
const draft = useDraft();
const days = computed(() =>
  props.board.fields
    .filter(({ of }) => of.kind === 'date')
    .map(({ id, label }) => ({ title: label, value: String(id) })),
);
const levels = computed(() => draft.offered('level'));
const free = computed(() =>
  levels.value.filter(({ value }) => !props.board.mostAt.some(({ level }) => level === value)),
);
const setAt = (at: number, change: Partial<BoardItem['mostAt'][number]>) =>
  emit('change', { mostAt: props.board.mostAt.map((one, n) => (n === at ? { ...one, ...change } : one)) });
</script>

<template>
  <div class="fieldset">
    <VCheckbox
      class="kit-tick"
      :label="says.standsForever"
      :model-value="!board.stands"
      @update:model-value="emit('change', { stands: $event ? undefined : { count: 60, unit: 'days' } })"
    />
    <div class="fieldset__two">
      <SpanPick
        v-if="board.stands"
        id="board-stands"
        :model-value="board.stands"
        :label="says.stands"
        :fault="faultAt('stands.count')"
        @update:model-value="emit('change', { stands: $event })"
      />
      <KitChoice
        v-if="days.length"
        :model-value="board.until ?? ''"
        :label="says.untilBy"
        :items="[{ title: says.untilNone, value: '' }, ...days]"
        :fault="faultAt('until')"
        @update:model-value="emit('change', { until: ($event || undefined) as BoardItem['until'] })"
      />
    </div>
    <div class="fieldset__three">
      <KitField
        v-if="board.stands"
        id="board-renewals"
        kind="number"
        :model-value="String(board.renewals)"
        :label="says.renewals"
        :fault="faultAt('renewals')"
        @update:model-value="emit('change', { renewals: typedCount($event) })"
      />
      <KitField
        v-if="board.stands || board.until"
        id="board-remind"
        kind="number"
        :model-value="String(board.remindDays)"
        :label="says.remindDays"
        :fault="faultAt('remindDays')"
        @update:model-value="emit('change', { remindDays: typedCount($event) })"
      />
      <KitField
        id="board-most"
        kind="number"
        optional
        :model-value="board.most === undefined ? '' : String(board.most)"
        :label="says.most"
        :help="says.mostHelp"
        :fault="faultAt('most')"
        @update:model-value="emit('change', { most: $event.trim() === '' ? undefined : typedCount($event) })"
      />
    </div>
    <template v-if="board.most !== undefined">
      <div v-for="(one, at) in board.mostAt" :key="one.level" class="board-category">
        <KitChoice
          :model-value="one.level"
          :label="says.level"
          :items="levels"
          @update:model-value="setAt(at, { level: $event as LevelId })"
        />
        <KitField
          :id="`most-at-${one.level}`"
          kind="number"
          :model-value="String(one.most)"
          :label="says.most"
          :fault="faultAt(`mostAt.${at}.most`)"
          @update:model-value="setAt(at, { most: typedCount($event) })"
        />
        <KitButton kind="link" @click="emit('change', { mostAt: board.mostAt.filter((_, n) => n !== at) })">{{
          says.takeOut
        }}</KitButton>
      </div>
      <p v-if="free.length">
        <KitButton
          small
          @click="
            emit('change', {
              mostAt: [...board.mostAt, { level: free[0]!.value as LevelId, most: (board.most ?? 1) + 1 }],
            })
          "
          >{{ says.addLevel }}</KitButton
        >
      </p>
    </template>
  </div>
</template>
