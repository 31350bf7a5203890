/**
 * Every input of every endpoint is sent what nobody should send, one at a time: whatever it is, the answer is no
 * failure of the server. A new endpoint or input is tried without a change here.
 */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, perrin, type Stack } from '../tests/support/stack';

type Schema = {
  type?: string;
  enum?: unknown[];
  const?: unknown;
  anyOf?: Schema[];
  properties?: Record<string, Schema>;
  format?: string;
};
type Operation = {
  parameters?: { name: string; in: 'path' | 'query'; schema: Schema }[];
  requestBody?: { content: { 'application/json'?: { schema: Schema } } };
};
type Input = { at: 'path' | 'query' | 'body'; name: string; usual: unknown };

const odd: unknown[] = [
  null,
  '',
  '\u0000',
  'a\u0000b',
  '\ud800@mail.example',
  '💥'.repeat(60),
  'x'.repeat(5_000),
  `'"<>;--\\%_`,
  '../..',
  '//',
  '2026-02-30',
  '9999-12-31',
  '-271821-04-20',
  0,
  -1,
  2 ** 53,
  1e308,
  true,
  [],
  [null],
  {},
  { toString: 'x', constructor: {}, length: -1 },
];

/** Something that the schema takes, so that only the one odd input is odd. */
function usual(schema: Schema): unknown {
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return schema.enum[0];
  if (schema.anyOf) return usual(schema.anyOf[0]!);
  if (schema.properties)
    return Object.fromEntries(Object.entries(schema.properties).map(([name, part]) => [name, usual(part)]));
  if (schema.type === 'number' || schema.type === 'integer') return 1;
  if (schema.type === 'boolean') return true;
  if (schema.type === 'array') return [];
  if (schema.type === 'object') return {};
  return schema.format === 'uuid' ? '7b0f3f52-6c1e-4d8e-9a55-1f2d3c4b5a69' : 'xxxxxxxxxxxxxxxxxxxx';
}

function inputsOf({ parameters = [], requestBody }: Operation): Input[] {
  const body = requestBody?.content['application/json']?.schema.properties ?? {};
  return [
    ...parameters.map((item) => ({ at: item.in, name: item.name, usual: usual(item.schema) })),
    ...Object.entries(body).map(([name, schema]) => ({ at: 'body' as const, name, usual: usual(schema) })),
  ];
}

/** Text as it can stand in an address; half a character cannot. */
const inAddress = (value: unknown) =>
  encodeURIComponent(Buffer.from(typeof value === 'string' ? value : JSON.stringify(value)).toString());

let stack: Stack;
let paths: Record<string, Record<string, Operation>>;
beforeAll(async () => {
  stack = await makeStack({ members: 12, env: { ADMISSA_LIMIT_FACTOR: '100000' } });
  paths = (await new Caller(stack.address).get<{ paths: typeof paths }>('/openapi.json')).body.paths;
});
afterAll(() => stack.stop());

const ida = async () => {
  const who = new Caller(stack.address);
  await who.signIn('ida.marrowby@mail.example');
  return who;
};

describe('what nobody should send', () => {
  it.each([
    ['a visitor', '/site', () => Promise.resolve(new Caller(stack.address))],
    ['a member', '/site', ida],
    ['the owner', '/desk', () => new Caller(stack.address).staffIn('odile@quillmoor.example')],
  ])('is no failure when %s sends it', { timeout: 120_000 }, async (_who, area, enter) => {
    const who = await enter();
    let sent = 0;
    for (const [path, operations] of Object.entries(paths).filter(([path]) => path.startsWith(area)))
      for (const [method, operation] of Object.entries(operations)) {
        const inputs = inputsOf(operation);
        for (const wrong of inputs)
          for (const value of odd) {
            const given = (input: Input) => (input === wrong ? value : input.usual);
            const query = inputs.filter((input) => input.at === 'query');
            const address = inputs
              .filter((input) => input.at === 'path')
              .reduce((made, input) => made.replace(`{${input.name}}`, inAddress(given(input))), path)
              .concat(
                query.length ? `?${query.map((input) => `${input.name}=${inAddress(given(input))}`).join('&')}` : '',
              );
            const body = inputs.filter((input) => input.at === 'body').map((input) => [input.name, given(input)]);
            const { status } =
              method === 'get' ? await who.get(address) : await who.post(address, Object.fromEntries(body));
            expect(status, `${method} ${path}, ${wrong.name}: ${JSON.stringify(value)?.slice(0, 60)}`).toBeLessThan(
              500,
            );
            sent++;
          }
      }
    expect(sent).toBeGreaterThan(100);
  });

  it('is no failure as the answer to any question of the signup form', async () => {
    for (const field of Object.keys(perrin))
      for (const value of odd) {
        const { status } = await new Caller(stack.address).join({ mail: 'perrin@oake.example', [field]: value });
        expect(status, `${field}: ${JSON.stringify(value)?.slice(0, 60)}`).toBeLessThan(500);
      }
  });
});
