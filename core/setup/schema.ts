/**
 * Purpose: the set-up as a document. Everything the owner configures parses through these schemas, whether it
 * comes from the desk, a file or the database.
 * Invariant: every kind of item is one schema here; references between items are by id.
 */
import { z } from 'zod';
import {
  BlockId,
  DoorId,
  FieldId,
  SignupFormId,
  GateId,
  GroupId,
  LevelId,
  MenuId,
  MessageId,
  Minor,
  PageId,
  PathId,
  Span,
  SpanUnit,
  TopicId,
  Words,
} from '../kernel';
import { DoorUse, Rule } from '../doors/rule';

const title = z.string().trim().min(1).max(120);
const text = z.string().max(2000);
const colour = z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'Write a colour as # and six of 0–9, A–F.');
const address = z
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'An address has small letters, digits and single hyphens.')
  .max(60);

/** A drawn mark: stroked paths on a square of `size` units. Only path data, so it can carry no script. */
const Mark = z.strictObject({
  size: z.number().min(8).max(200),
  stroke: z.number().min(0.5).max(20),
  paths: z
    .array(z.string().regex(/^[MmLlHhVvCcSsQqTtAaZz0-9 ,.-]+$/, 'A mark holds path data only.'))
    .min(1)
    .max(12),
});

export const SiteItem = z.strictObject({
  name: title,
  shortName: title,
  zone: z.string().refine(isZone, 'That is no time zone. Use a name such as Europe/London.'),
  locale: z.string().min(2).max(20),
  currency: z.string().length(3),
  replyTo: z.email(),
  home: PageId,
  look: z.strictObject({ accent: colour, tint: colour, paper: colour, mark: Mark.optional() }),
});

function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

const Choice = z.strictObject({ id: address, label: title });
export const FieldKind = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('shortText'),
    longest: z.int().min(1).max(255).default(120),
    pattern: z
      .strictObject({ matches: z.string().max(300), example: title, upper: z.boolean().default(false) })
      .optional(),
  }),
  z.strictObject({ kind: z.literal('longText'), longest: z.int().min(1).max(10_000).default(2000) }),
  z.strictObject({
    kind: z.literal('number'),
    least: z.number().optional(),
    most: z.number().optional(),
    whole: z.boolean().default(true),
    unit: z.strictObject({ one: title, many: title }).optional(),
  }),
  z.strictObject({ kind: z.literal('yesNo') }),
  z.strictObject({ kind: z.literal('oneChoice'), choices: z.array(Choice).min(2).max(60) }),
  z.strictObject({ kind: z.literal('severalChoices'), choices: z.array(Choice).min(2).max(60) }),
  z.strictObject({ kind: z.literal('mail') }),
  z.strictObject({ kind: z.literal('phone') }),
]);
export type FieldKind = z.infer<typeof FieldKind>;

export const FieldItem = z.strictObject({
  id: FieldId,
  label: title,
  help: text.optional(),
  /** Which built-in fact the field feeds: the person's name or the sign-in address. */
  role: z.enum(['name', 'mail']).optional(),
  of: FieldKind,
  seenBy: z.enum(['member', 'members', 'staff']),
  changedBy: z.enum(['member', 'staff', 'nobody']),
});
export type FieldItem = z.infer<typeof FieldItem>;

export const SignupPart = z.discriminatedUnion('part', [
  z.strictObject({
    part: z.literal('field'),
    field: FieldId,
    label: title.optional(),
    help: text.optional(),
    required: z.boolean().default(false),
    half: z.boolean().default(false),
  }),
  z.strictObject({
    part: z.literal('password'),
    label: title,
    help: text.optional(),
    half: z.boolean().default(false),
  }),
  z.strictObject({ part: z.literal('heading'), text: title }),
  z.strictObject({
    part: z.literal('agreement'),
    id: FieldId,
    /** What stands above the text, where it is more than the words to be ticked. */
    title: title.optional(),
    label: title,
    text: z.array(text).min(1),
    version: z.int().min(1),
  }),
  z.strictObject({ part: z.literal('topics'), label: title, topics: z.array(TopicId).min(1) }),
]);
export type SignupPart = z.infer<typeof SignupPart>;

export const SignupForm = z.strictObject({
  id: SignupFormId,
  address,
  title,
  intro: Words.optional(),
  parts: z.array(SignupPart).min(1).max(80),
  path: PathId,
  sendLabel: title,
  sendNote: text.optional(),
});
export type SignupForm = z.infer<typeof SignupForm>;

export const GateItem = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('confirmEmail'),
    id: GateId,
    title,
    /** How long one code works. */
    lifetime: Span,
    /** How long the whole gate may take before the sign-up is swept. */
    limit: Span,
    wrongTries: z.int().min(1).max(20).default(5),
    resendEvery: Span.default({ count: 1, unit: 'minutes' }),
    sendsADay: z.int().min(1).max(50).default(5),
    message: MessageId,
  }),
  z.strictObject({
    kind: z.literal('review'),
    id: GateId,
    title,
    /** Who reads, as applicants are told: a first name or "The committee". */
    reader: title,
    /** The association's own aim, marked on the limit ruler. */
    target: Span,
    limit: Span,
    /** What happens when the limit passes with no answer. */
    then: z.enum(['close', 'askAgain', 'admit']),
    extra: Span.default({ count: 7, unit: 'days' }),
    reminder: MessageId,
  }),
]);
export type GateItem = z.infer<typeof GateItem>;

export const Grant = z.union([
  z.strictObject({ level: LevelId, lasts: Span.optional(), when: Rule.optional() }),
  z.strictObject({ group: GroupId, when: Rule.optional() }),
]);
export type Grant = z.infer<typeof Grant>;

export const PathItem = z.strictObject({
  id: PathId,
  title,
  gates: z.array(GateItem).min(1).max(8),
  grants: z.array(Grant).max(20),
  admitted: MessageId,
  declined: MessageId,
  outOfTime: MessageId,
  asked: MessageId,
  landing: PageId,
});
export type PathItem = z.infer<typeof PathItem>;

export const Price = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('free') }),
  z.strictObject({ kind: z.literal('once'), amount: Minor, lasts: Span }),
  z.strictObject({ kind: z.literal('every'), amount: Minor, unit: SpanUnit }),
  z.strictObject({ kind: z.literal('ownAmount'), least: Minor, unit: SpanUnit }),
]);
export type Price = z.infer<typeof Price>;

export const LevelItem = z.strictObject({ id: LevelId, title, plural: title, price: Price });
export type LevelItem = z.infer<typeof LevelItem>;
export const GroupItem = z.strictObject({ id: GroupId, title });
export type GroupItem = z.infer<typeof GroupItem>;
export const TopicItem = z.strictObject({ id: TopicId, title, text });
export type TopicItem = z.infer<typeof TopicItem>;
export const DoorItem = z.strictObject({ id: DoorId, title, rule: Rule });
export type DoorItem = z.infer<typeof DoorItem>;

const blockBase = {
  id: BlockId,
  /** Its own door; without one it shares the page's. */
  door: DoorUse.optional(),
  /** Shown as well to those whom the page's door shuts out. */
  outsideToo: z.boolean().default(false),
  /** Stands in the narrow column beside the others. */
  aside: z.boolean().default(false),
};
const target = z.union([z.strictObject({ page: PageId }), z.strictObject({ form: SignupFormId })]);
export const Block = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('greeting'), ...blockBase, title: Words, text: Words }),
  z.strictObject({ kind: z.literal('heading'), ...blockBase, text: Words }),
  z.strictObject({ kind: z.literal('text'), ...blockBase, paragraphs: z.array(Words).min(1) }),
  z.strictObject({ kind: z.literal('points'), ...blockBase, points: z.array(Words).min(1) }),
  z.strictObject({
    kind: z.literal('callToAction'),
    ...blockBase,
    title: Words,
    text: Words,
    button: title,
    to: target,
    forWhom: title.optional(),
  }),
  z.strictObject({
    kind: z.literal('calendar'),
    ...blockBase,
    title: title,
    months: z.array(title).min(2).max(12),
    rows: z.array(z.strictObject({ label: title, marked: z.array(z.int().min(0).max(11)) })).min(1),
  }),
  /** The membership card of the person looking; shown only to those who hold a level. */
  z.strictObject({ kind: z.literal('card'), ...blockBase }),
  z.strictObject({ kind: z.literal('levels'), ...blockBase, title, levels: z.array(LevelId).min(1) }),
]);
export type Block = z.infer<typeof Block>;

export const OutsideView = z.discriminatedUnion('view', [
  z.strictObject({ view: z.literal('nothing') }),
  z.strictObject({ view: z.literal('note'), note: Words }),
  z.strictObject({ view: z.literal('openBlocks'), note: Words }),
  z.strictObject({ view: z.literal('otherPage'), page: PageId }),
]);
export type OutsideView = z.infer<typeof OutsideView>;

export const PageItem = z.strictObject({
  id: PageId,
  address,
  title,
  /** The heading shown on the page, where it differs from the title. */
  heading: Words.optional(),
  description: z.string().max(300),
  door: DoorUse,
  outside: OutsideView,
  blocks: z.array(Block).max(100),
});
export type PageItem = z.infer<typeof PageItem>;

export const MenuItem = z.strictObject({
  label: title.optional(),
  to: target,
  /** Without one, a page's item shows to those the page lets in, a form's to those not signed in. */
  door: DoorUse.optional(),
});
export type MenuItem = z.infer<typeof MenuItem>;
export const MenuListItem = z.strictObject({ id: MenuId, items: z.array(MenuItem).max(20) });

export const MessagePart = z.discriminatedUnion('part', [
  z.strictObject({ part: z.literal('text'), words: Words }),
  z.strictObject({ part: z.literal('code') }),
  z.strictObject({ part: z.literal('button'), label: title }),
]);
export const MessageItem = z.strictObject({
  id: MessageId,
  title,
  subject: Words,
  parts: z.array(MessagePart).min(1).max(40),
});
export type MessageItem = z.infer<typeof MessageItem>;

/** Messages every site needs whatever its paths: the account's own. */
export const AccountMessages = z.strictObject({
  addressKnown: MessageId,
  resetPassword: MessageId,
  resetUnknown: MessageId,
  passwordChanged: MessageId,
});

/** The kinds of item, each with its schema. The keys are the kinds stored in the database. */
export const itemSchemas = {
  site: SiteItem,
  account: AccountMessages,
  field: FieldItem,
  form: SignupForm,
  path: PathItem,
  level: LevelItem,
  group: GroupItem,
  topic: TopicItem,
  door: DoorItem,
  page: PageItem,
  menu: MenuListItem,
  message: MessageItem,
} as const;
export type ItemKind = keyof typeof itemSchemas;

/** The whole set-up as one file. */
export const SetupDocument = z.strictObject({
  format: z.literal('admissa-setup/1'),
  site: SiteItem,
  account: AccountMessages,
  fields: z.array(FieldItem),
  forms: z.array(SignupForm),
  paths: z.array(PathItem),
  levels: z.array(LevelItem),
  groups: z.array(GroupItem),
  topics: z.array(TopicItem),
  doors: z.array(DoorItem),
  pages: z.array(PageItem),
  menus: z.array(MenuListItem),
  messages: z.array(MessageItem),
});
export type SetupDocument = z.infer<typeof SetupDocument>;
