/**
 * Purpose: what a benchmark prints, and how it measures on a machine that others use as well: short slices of both in
 * turn, the processor time of the processes that did the work, and a slice again where the machine was taken away.
 */
import { readFileSync } from 'node:fs';
import autocannon from 'autocannon';

export type Measure = {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly against: number;
  readonly ratio: number;
  readonly goal: string;
  readonly met: boolean;
  /** More that helps to judge it: the spread of the ratios, the ratio of the rates, how much was stolen. */
  readonly [more: string]: unknown;
};

export const report = (measure: Measure): void => void process.stdout.write(`${JSON.stringify(measure)}\n`);

export const round = (value: number, places: number): number => Math.round(value * 10 ** places) / 10 ** places;

/** The value below which a share of them lie. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
}
export const median = (values: readonly number[]): number => quantile(values, 0.5);

/** How many a second, of something done so many times. */
export function rate(times: number, run: () => void): number {
  const began = performance.now();
  run();
  return (times / (performance.now() - began)) * 1000;
}

/** Rates: `value` and `against` in the same unit a second; met when the ratio reaches the goal. */
export function reportRate(name: string, unit: string, value: number, against: number, goal: number): void {
  const ratio = round(value / against, 2);
  report({
    name,
    value: Math.round(value),
    unit,
    against: Math.round(against),
    ratio,
    goal: `>= ${goal}`,
    met: ratio >= goal,
  });
}

/** Linux counts processor time in hundredths of a second (`man 5 proc`, USER_HZ). */
const TICK = 10;

/** Processor time of processes so far, all their threads, in milliseconds. */
export function usedBy(pids: readonly number[]): number {
  return pids.reduce((sum, pid) => {
    // The name of a process may hold blanks, so the fields are counted behind it.
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
    return sum + (Number(fields[11]) + Number(fields[12])) * TICK;
  }, 0);
}

type Machine = { readonly all: number; readonly stolen: number };

/** Of the whole machine so far: all of its time, and what its host gave to others. */
export function machine(): Machine {
  const times = /^cpu +(.*)$/m.exec(readFileSync('/proc/stat', 'utf8'))![1]!.split(' ').map(Number);
  return { all: times.slice(0, 8).reduce((a, b) => a + b, 0), stolen: times[7]! };
}

/** The share of the machine that its host gave to others. */
export function stolenSince(before: Machine): number {
  const after = machine();
  return (after.stolen - before.stolen) / Math.max(1, after.all - before.all);
}

export type Side = {
  /** Carries out so many of what is measured. @returns how many that were a second */
  readonly run: (amount: number) => Promise<number>;
  /** The processes that do the work. */
  readonly pids: readonly number[];
};
type Slice = { readonly each: number; readonly rate: number; readonly stolen: number };

export const MOST_STOLEN = 0.05;
const SLICES = 20;

async function slice(side: Side, amount: number): Promise<Slice> {
  const [cpu, before] = [usedBy(side.pids), machine()];
  const rate = await side.run(amount);
  return { each: (usedBy(side.pids) - cpu) / amount, rate, stolen: stolenSince(before) };
}

/** Seconds of use before anything is measured: a server that has just started is not what anybody meets. */
const WARM = 6;

/** How many of it take about a second, once it is warm. */
async function inASecond(side: Side): Promise<number> {
  let { rate } = await slice(side, 40);
  for (let second = 0; second < WARM; second++) rate = (await slice(side, Math.max(20, Math.round(rate)))).rate;
  return Math.max(20, Math.round(rate));
}

/**
 * Both in turn, a second each, twenty times; pairs in which more than a twentieth of the machine was stolen are measured
 * again. The ratio is that of the processor time for one, of ours against the bare thing; `rate` is that by the clock.
 * @returns milliseconds of processor time for one of ours
 */
export async function paired(name: string, one: Side, other: Side, goal: number): Promise<number> {
  const amounts = [await inASecond(one), await inASecond(other)] as const;
  const pairs: [Slice, Slice][] = [];
  let [again, worst] = [0, 0];
  while (pairs.length < SLICES) {
    const pair: [Slice, Slice] = [await slice(one, amounts[0]), await slice(other, amounts[1])];
    const stolen = Math.max(pair[0].stolen, pair[1].stolen);
    if (stolen > MOST_STOLEN && again < SLICES) {
      again++;
      continue;
    }
    worst = Math.max(worst, stolen);
    pairs.push(pair);
  }
  const ratios = pairs.map(([ours, bare]) => bare.each / ours.each);
  const value = median(pairs.map(([ours]) => ours.each));
  report({
    name,
    value: round(value, 3),
    unit: 'ms of processor time each',
    against: round(median(pairs.map(([, bare]) => bare.each)), 3),
    ratio: round(median(ratios), 2),
    goal: `>= ${goal}`,
    met: round(median(ratios), 2) >= goal,
    spread: [round(quantile(ratios, 0.25), 2), round(quantile(ratios, 0.75), 2)],
    rate: round(median(pairs.map(([ours, bare]) => ours.rate / bare.rate)), 2),
    perSecond: Math.round(median(pairs.map(([ours]) => ours.rate))),
    mostStolen: round(worst, 3),
    measuredAgain: again,
  });
  return value;
}

const CONNECTIONS = 10;

/**
 * So many requests over ten connections; `next` makes each its own.
 * @returns requests a second, by Little's law from how long each took: the load ends at whole seconds only
 */
export async function requests(
  url: string,
  amount: number,
  next: () => Partial<autocannon.Request> = () => ({}),
): Promise<number> {
  const result = await autocannon({
    url,
    connections: CONNECTIONS,
    amount: Math.max(CONNECTIONS, amount),
    requests: [{ setupRequest: (request) => ({ ...request, ...next() }) }],
  });
  if (result.non2xx + result.errors > 0) throw new Error(`${url}: ${result.non2xx} refused, ${result.errors} failed`);
  return (CONNECTIONS * 1000) / Math.max(0.01, result.latency.average);
}

/** Goes round a list for ever. */
export function inTurn<T>(list: readonly T[]): () => T {
  let at = 0;
  return () => list[at++ % list.length]!;
}
