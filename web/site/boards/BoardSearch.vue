<script setup lang="ts">
/** What a list is searched, narrowed down and sorted by: a plain form whose answers stand in the address. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import type { BoardView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';

const says = siteSays(useReader());
const props = defineProps<{ place: BoardView }>();
const router = useRouter();
const form = ref<HTMLFormElement>();

/** Only what is asked stands in the address. */
function submit(): void {
  const query: Record<string, string> = {};
  for (const [name, value] of new FormData(form.value!)) if (typeof value === 'string' && value) query[name] = value;
  const tab = router.currentRoute.value.query['tab'];
  if (query['sort'] === 'newest' || (query['sort'] === 'best' && !props.place.question)) delete query['sort'];
  void router.push({
    path: `/boards/${props.place.address}`,
    query: typeof tab === 'string' ? { ...query, tab } : query,
  });
}
</script>

<template>
  <form
    ref="form"
    :action="`/boards/${place.address}`"
    method="get"
    role="search"
    class="board-search"
    @submit.prevent="submit"
  >
    <div class="board-search__row">
      <label class="unseen" for="board-q">{{ says.searchBoard }}</label>
      <input
        id="board-q"
        :key="place.question"
        class="input"
        type="search"
        name="q"
        maxlength="200"
        :value="place.question"
        :placeholder="says.searchBoard"
      />
      <button type="submit" class="button button--plain">{{ says.search }}</button>
    </div>
    <div v-if="place.filters.length || place.sorts.length > 1" class="board-search__filters">
      <template v-for="filter in place.filters" :key="filter.name">
        <label v-if="filter.kind === 'choice'" class="board-search__filter">
          <span class="unseen">{{ filter.label }}</span>
          <select :key="filter.value" class="input" :name="filter.name" :value="filter.value" @change="submit">
            <option value="" :selected="filter.value === ''">{{ says.anyOf({ label: filter.label }) }}</option>
            <option
              v-for="option in filter.options"
              :key="option.value"
              :value="option.value"
              :selected="option.value === filter.value"
            >
              {{ says.choiceCount({ label: option.label, count: option.count }) }}
            </option>
          </select>
        </label>
        <span v-else class="board-search__range">
          <label v-for="end in ['from', 'until'] as const" :key="end">
            <span class="board-search__end">{{
              end === 'from' ? says.fromOf({ label: filter.label }) : says.untilOf({ label: filter.label })
            }}</span>
            <input
              :key="filter[end]"
              class="input"
              :type="filter.of"
              :name="`${end}-${filter.name}`"
              :value="filter[end]"
            />
          </label>
        </span>
      </template>
      <label v-if="place.sorts.length > 1" class="board-search__filter">
        <span class="unseen">{{ says.sortBy }}</span>
        <select :key="place.sort" class="input" name="sort" :value="place.sort" @change="submit">
          <option v-for="one in place.sorts" :key="one.value" :value="one.value" :selected="one.value === place.sort">
            {{ one.label }}
          </option>
        </select>
      </label>
    </div>
  </form>
</template>
