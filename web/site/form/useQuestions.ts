/**
 * Purpose: the questions of one form while it is filled in: which are shown by the answers so far, on which page one is,
 * and faults that go once their answer is right.
 * Invariant: before there is script, and where the rules cannot be fetched, what the server showed stays shown.
 */
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { FieldQuestion } from '../../../contract';
import { useReader } from '../../kit/reader';
import type { OpenForm } from './useForm';

export type PageOfForm = { readonly name: string; readonly title: string | null; readonly questions: FieldQuestion[] };

/** Cuts a form where its pages begin; the first page needs no part that begins it. */
export function pagesOf(questions: readonly FieldQuestion[]): PageOfForm[] {
  const pages: PageOfForm[] = [];
  for (const question of questions) {
    if (question.input.kind === 'page') pages.push({ name: question.name, title: question.label, questions: [] });
    else {
      if (pages.length === 0) pages.push({ name: '', title: null, questions: [] });
      pages.at(-1)!.questions.push(question);
    }
  }
  return pages;
}

export function useQuestions(
  questions: () => readonly FieldQuestion[],
  { answers, faults, faultOf, tell, mend }: OpenForm,
) {
  const reader = useReader();
  const route = useRoute();
  const router = useRouter();
  const alive = ref(false);
  const first = () => new Set(questions().flatMap(({ name, shown }) => (shown ? [name] : [])));
  const shown = shallowRef(first());
  const rules = () => import('./check').catch(() => null);

  const pages = computed(() => pagesOf(questions()));
  /** The pages that one goes through by the answers so far. */
  const steps = computed(() => pages.value.filter(({ name }) => name === '' || shown.value.has(name)));
  const at = computed(() => {
    const asked = alive.value ? steps.value.findIndex(({ name }) => name !== '' && route.hash === `#${name}`) : 0;
    return Math.max(0, asked);
  });
  const page = computed(() => steps.value[at.value] ?? null);

  onMounted(async () => {
    // Begun anew after a reload, since a password is kept nowhere and is asked for again.
    if (route.hash && pages.value.length > 1) await router.replace({ query: route.query });
    alive.value = true;
    if (!questions().some(({ when }) => when)) return;
    const check = await rules();
    if (check)
      watch([answers, questions], () => (shown.value = check.shownBy(questions(), answers, reader)), {
        immediate: true,
        deep: true,
      });
  });

  async function go(to: number): Promise<void> {
    const next = steps.value[to];
    if (!next || to === at.value) return;
    await router.push({ query: route.query, hash: to === 0 ? '' : `#${next.name}` });
    await nextTick();
    document
      .querySelector<HTMLElement>(to === 0 ? 'h1' : `[data-page="${next.name}"] h2`)
      ?.focus({ preventScroll: true });
  }

  /** To the next page, once this one is right. */
  async function next(): Promise<void> {
    const check = await rules();
    const wrong = (page.value?.questions ?? []).flatMap((question) => {
      const says = shown.value.has(question.name) ? check?.wrongWith(question, answers[question.name], reader) : null;
      return says ? [{ at: question.name, label: question.label, says }] : [];
    });
    await tell(wrong);
    if (wrong.length === 0) await go(at.value + 1);
  }

  /** Brings the question into view that is to be looked at. */
  async function open(name: string): Promise<void> {
    await go(steps.value.findIndex((one) => one.questions.some((question) => question.name === name)));
  }

  // What was refused is shown where its first fault is.
  watch(faults, (found) => {
    const here = page.value?.questions.some(({ name }) => faultOf(name)) ?? true;
    if (found.length && !here) void open(found[0]!.at);
  });

  /** A fault goes as soon as its answer is right. */
  watch(answers, async () => {
    if (faults.value.length === 0) return;
    const check = await rules();
    if (!check) return;
    for (const question of questions())
      if (faultOf(question.name) && check.wrongWith(question, answers[question.name], reader) === null)
        mend(question.name);
  });

  return { alive, shown, pages, steps, at, page, next, back: () => go(at.value - 1), open };
}

export type Questions = ReturnType<typeof useQuestions>;
