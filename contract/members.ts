/** Members: the list, one person, and finding people. */
import { z } from 'zod';
import { FieldValue, Standing } from '../core/facts';
import { Rule, depthOfRule } from '../core/doors';
import { FieldItem } from '../core/fields';
import { FieldId, GroupId, LevelId, MemberId } from '../core/kernel';
import { anyStaff, editors, endpoint, managers } from './access';
import { ApplicationView } from './review';
import { AnswerLine, RawAnswerInput } from './form.view';

const text = z.string();

export const MemberRow = z.object({
  id: MemberId,
  name: text,
  mail: text,
  standing: Standing,
  level: text.nullable(),
  groups: text.nullable(),
  joined: text,
  until: text,
  seen: text,
});
export type MemberRow = z.infer<typeof MemberRow>;

export const MemberSort = z.enum(['name', 'nameDown', 'newest', 'oldest', 'seen', 'unseen']);
export type MemberSort = z.infer<typeof MemberSort>;

export const MemberFilter = {
  q: z.string().max(100).default(''),
  standing: Standing.optional(),
  level: LevelId.optional(),
  group: GroupId.optional(),
  /** A rule that they meet, as JSON, so that it fits into an address. */
  where: z
    .string()
    .max(4_000)
    .transform((text): unknown => {
      try {
        return JSON.parse(text);
      } catch {
        // No rule either, and refused as such.
        return text;
      }
    })
    .pipe(Rule)
    // Deeper than anybody asks, and shallow for a database.
    .refine((rule) => depthOfRule(rule) <= 6)
    .optional(),
};

export const TimelineRow = z.object({
  date: text,
  mark: z.union([Standing, z.literal('event')]),
  title: text,
  note: text.nullable(),
});

export const MemberView = z.object({
  id: MemberId,
  number: text,
  name: text,
  mail: text,
  standing: Standing,
  since: text,
  membership: text,
  facts: z.array(AnswerLine),
  timeline: z.array(TimelineRow),
  application: ApplicationView.nullable(),
});
export type MemberView = z.infer<typeof MemberView>;

export const PersonHit = z.object({ id: MemberId, name: text, note: text, standing: Standing });
export type PersonHit = z.infer<typeof PersonHit>;

/** The member list and one person. */
export const members = {
  list: endpoint(anyStaff, 'GET', '/desk/members', 'One page of the member list')
    .input(
      z.object({
        ...MemberFilter,
        sort: MemberSort.default('name'),
        after: z.string().max(300).optional(),
        limit: z.coerce.number().int().min(1).max(200).default(50),
      }),
    )
    .output(z.object({ rows: z.array(MemberRow), total: z.number(), more: text.nullable() })),
  counts: endpoint(
    anyStaff,
    'GET',
    '/desk/members-counts',
    'How many people have each standing, and what to filter by',
  ).output(
    z.object({
      everyone: z.number(),
      standings: z.array(z.object({ standing: Standing, count: z.number() })),
      levels: z.array(z.object({ id: text, title: text })),
      groups: z.array(z.object({ id: text, title: text })),
      /** Whose answers can be asked about, in the order of the set-up. */
      fields: z.array(FieldItem),
      /** In which days are counted. */
      zone: z.string(),
    }),
  ),
  one: endpoint(anyStaff, 'GET', '/desk/members/{id}', 'One person: facts, timeline, application')
    .input(z.object({ id: MemberId }))
    .output(MemberView),
  answers: endpoint(managers, 'GET', '/desk/members/{id}/answers', 'What of one person’s answers staff may put right')
    .input(z.object({ id: MemberId }))
    .output(z.object({ name: text, fields: z.array(FieldItem), values: z.record(z.string(), FieldValue) })),
  setAnswers: endpoint(managers, 'POST', '/desk/members/{id}/answers', 'Puts answers of one person right')
    .input(z.object({ id: MemberId, answers: z.record(z.string().max(48), RawAnswerInput) }))
    .output(z.object({ changed: z.array(text) })),
  groups: endpoint(
    managers,
    'GET',
    '/desk/members/{id}/groups',
    'The groups there are, and which of them one person is in',
  )
    .input(z.object({ id: MemberId }))
    .output(z.object({ groups: z.array(z.object({ id: GroupId, title: text, held: z.boolean() })) })),
  setGroups: endpoint(managers, 'POST', '/desk/members/{id}/groups', 'Puts one person into groups, and takes them out')
    .input(z.object({ id: MemberId, into: z.array(GroupId).max(200), outOf: z.array(GroupId).max(200) }))
    .output(z.object({ into: z.array(text), outOf: z.array(text) })),
  conversion: endpoint(
    editors,
    'GET',
    '/desk/fields/{id}/conversion',
    'What becomes of the answers when a field becomes what it is in the draft',
  )
    .input(z.object({ id: FieldId }))
    .output(
      z.object({
        foretold: z
          .object({
            answered: z.number(),
            /** How many stay as they are, since they cannot be turned into the new kind. */
            stay: z.number(),
            rows: z.array(z.object({ member: MemberId, name: text, value: text, says: text })),
          })
          .nullable(),
      }),
    ),
  find: endpoint(anyStaff, 'GET', '/desk/find', 'People whose name, address or postcode begins so')
    .input(z.object({ q: z.string().max(100) }))
    .output(z.object({ people: z.array(PersonHit) })),
};
