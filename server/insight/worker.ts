/**
 * Purpose: what is asked of everybody at once, answered in a thread of its own with its own connection, so that no
 * request waits for it.
 */
import { parentPort, workerData } from 'node:worker_threads';
import { createPool, type PoolOptions } from 'mysql2/promise';
import { makeSetup } from '../../core/setup';
import { Insight } from './insight';
import { documentsBy, rowsBy } from './query';
import { TermsInsight } from './terms';
import type { InsightRequest, Answered, InsightQuestion } from './thread';

const pool = createPool({ ...(workerData as PoolOptions), connectionLimit: 1 });
const insight = new Insight(rowsBy(pool));
const terms = new TermsInsight(rowsBy(pool), documentsBy(pool));

const setupOf = (doc: unknown) => {
  const made = makeSetup(doc);
  if (!made.ok) throw new Error('A set-up that was read before cannot be read here.');
  return made.value;
};

function answerTo(question: InsightQuestion): Promise<Answered['answer']> {
  switch (question.about) {
    case 'impact':
      return insight.impact(setupOf(question.before), setupOf(question.after), question.now, question.today);
    case 'prices':
      return terms.prices(setupOf(question.before), setupOf(question.after));
    case 'coming':
      return terms.coming(setupOf(question.setup), question.now, question.end);
    case 'months':
      return terms.months(question.months);
    case 'door': {
      const { door, before, ...rest } = question;
      const read = ({ setup, rule }: typeof door) => ({ setup: setupOf(setup), rule });
      return insight.door({ ...rest, door: read(door), before: before && read(before) });
    }
  }
}

parentPort?.on('message', ({ id, question }: InsightRequest) => {
  const answer = (said: Omit<Answered, 'id'>) => parentPort?.postMessage({ id, ...said });
  // What is wrong with a question is told to whoever asked it, and ends nothing.
  Promise.resolve()
    .then(() => answerTo(question))
    .then(
      (found) => answer({ answer: found! }),
      (error: unknown) => {
        const { message = 'unknown', code } = error as { message?: string; code?: string };
        answer({ error: { message, code } });
      },
    );
});
