/** One line of JSON a measure, as a ratio against the bare thing in the same run. */
import autocannon from 'autocannon';

export type Measure = {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly against: number;
  readonly ratio: number;
  readonly goal: string;
  readonly met: boolean;
};

export function report(measure: Measure): void {
  process.stdout.write(`${JSON.stringify(measure)}\n`);
}

/** Rates: `value` and `against` in the same unit a second; met when the ratio reaches the goal. */
export function reportRate(name: string, unit: string, value: number, against: number, goal: number): void {
  const ratio = value / against;
  report({
    name,
    value: Math.round(value),
    unit,
    against: Math.round(against),
    ratio: Math.round(ratio * 100) / 100,
    goal: `>= ${goal}`,
    met: ratio >= goal,
  });
}

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** Requests a second over ten connections; the requests go round in turn. */
export async function requests(url: string, seconds: number, list: autocannon.Request[] = [{}]): Promise<number> {
  const result = await autocannon({ url, connections: 10, duration: seconds, requests: list });
  if (result.non2xx + result.errors > 0) throw new Error(`${url}: ${result.non2xx} refused, ${result.errors} failed`);
  return result.requests.total / result.duration;
}

/** Runs both in turn several times and gives the median of each, so that a slow moment hits both alike. */
export async function inTurn(
  rounds: number,
  one: () => Promise<number>,
  other: () => Promise<number>,
): Promise<[number, number]> {
  const [a, b]: [number[], number[]] = [[], []];
  for (let round = 0; round < rounds; round++) {
    a.push(await one());
    b.push(await other());
  }
  return [median(a), median(b)];
}
