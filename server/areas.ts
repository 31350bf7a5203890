/**
 * Purpose: the areas of the server in working order, each knowing those before it only, and what is derived from them.
 * To add one, add its line here.
 */
import { accountsArea } from './accounts/area';
import type { Area, Base, Whole } from './area';
import { baseArea } from './base';
import { boardsArea } from './boards/area';
import { callersArea } from './callers/area';
import { clockArea } from './clock/area';
import { filesArea } from './files/area';
import { hooksArea } from './hooks/area';
import { insightArea } from './insight/area';
import { joiningArea } from './joining/area';
import { membersArea } from './members/area';
import { messagesArea } from './messages/area';
import { moneyArea } from './money/area';
import { picturesArea } from './pictures/area';
import type { Jobs } from './platform/jobs';
import { setupArea } from './setup/area';
import { siteArea } from './site/area';
import { todayArea } from './today/area';
import { viewpointArea } from './viewpoint/area';

const inOrder = [
  baseArea,
  callersArea,
  setupArea,
  siteArea,
  messagesArea,
  insightArea,
  hooksArea,
  picturesArea,
  filesArea,
  membersArea,
  accountsArea,
  moneyArea,
  joiningArea,
  boardsArea,
  todayArea,
  viewpointArea,
  clockArea,
] as const;
type Areas = typeof inOrder;

/** What a list of areas gives, taken together. */
type Both<List extends readonly unknown[], Key extends keyof Area> = List extends readonly [infer First, ...infer Rest]
  ? (First extends { readonly [K in Key]: (...asked: never) => infer Given } ? Given : unknown) & Both<Rest, Key>
  : unknown;
type JobsOf<List extends readonly unknown[]> = List extends readonly [infer First, ...infer Rest]
  ? (First extends { readonly jobs: infer Kinds } ? Kinds : unknown) & JobsOf<Rest>
  : unknown;

/** Every kind of job. */
export type AllJobs = JobsOf<Areas>;
type Start = Base & { readonly jobs: Jobs<AllJobs & Record<never, never>> };
/** Everything the product is made of. */
export type Ports = Start & Whole & Both<Areas, 'build'>;
/** The endpoints of all areas, by their part of the contract. */
export type Api = Both<Areas, 'api'>;

/** The names of areas that are built of what no earlier one gives. */
type TooEarly<List extends readonly unknown[], Have = Start> = List extends readonly [infer First, ...infer Rest]
  ? First extends { readonly name: infer Name; readonly build: (ports: infer Needs, ...later: never) => infer Given }
    ? (Have extends Needs ? never : Name) | TooEarly<Rest, Have & Given>
    : TooEarly<Rest, Have>
  : never;
type InOrder = [TooEarly<Areas>] extends [never] ? unknown : { readonly builtTooEarly: TooEarly<Areas> };

/** Does not compile where an area asks for what no other gives, or is built of what only a later one gives. */
export const areas: readonly Area<Ports, Api>[] & InOrder = inOrder;

export const tables = areas.flatMap(({ tables: own = [] }) => own);
export const entities = tables.flatMap(({ row }) => row ?? []);
export const migrations = areas.flatMap(({ migrations: own = [] }) => own);
