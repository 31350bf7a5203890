/**
 * Purpose: what a page is, for machines that read it: questions with their answers (schema.org, FAQPage).
 * Invariant: it says what the viewer's page says, and nothing beside.
 */
import type { PlaceView, RichView, RunView } from '../../contract';
import { safeJson } from './template';

const textOf = (runs: readonly RunView[]): string =>
  runs.map((run) => (typeof run === 'string' ? run : run.text)).join('');
const plain = (rich: RichView): string =>
  rich.map((part) => ('runs' in part ? textOf(part.runs) : part.items.map(textOf).join('; '))).join('\n');

/** As JSON that is safe within a script element; '' where the page is nothing of that kind. */
export function structuredOf(page: Extract<PlaceView, { kind: 'page' }>): string {
  const asked = [...page.blocks, ...page.aside].flatMap((block) => (block.kind === 'questions' ? block.questions : []));
  if (asked.length === 0) return '';
  return safeJson({
    '@context': 'https://schema.org',
    '@type': 'FAQPage',
    mainEntity: asked.map(({ question, answer }) => ({
      '@type': 'Question',
      name: question,
      acceptedAnswer: { '@type': 'Answer', text: plain(answer) },
    })),
  });
}
