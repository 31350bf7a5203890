/**
 * Purpose: believable people, from a seed. Each joins by the same `advance` that real people join by.
 * Invariant: seed, count and instant decide everything; nobody is admitted in a way the set-up would not allow.
 */
import type { Facts, FieldValue, HeldTerm, Standing } from '../core/facts';
import { pathOfForm } from '../core/forms';
import {
  advance,
  storyOf,
  unsent,
  type Application,
  type Effect,
  type JoiningEvent,
  type Moment,
} from '../core/joining';
import {
  DAY,
  HOUR,
  MINUTE,
  type ApplicationId,
  type FieldId,
  type GroupId,
  type Instant,
  type LevelId,
  type MemberId,
  type TopicId,
} from '../core/kernel';
import { addSpan } from '../core/kernel/calendar';
import type { Setup } from '../core/setup';
import { chance, type Chance } from './chance';
import { moneyOf, type DemoMoney } from './money';
import { familyNames, firstNames, known, postcodes, reasons, type Known, type Life } from './people';
import type { PathItem } from '../core/joining';

export type Generated = {
  readonly facts: Facts & {
    member: MemberId;
    name: string;
    mail: string;
    standing: Standing;
    standingSince: Instant;
    joinedAt: Instant;
  };
  readonly seenAt: Instant;
  readonly groupSince: Instant;
  readonly timeline: readonly Moment[];
  readonly application: Application | null;
  /** What they have paid; null for who pays nothing. */
  readonly money: DemoMoney | null;
};

export type Order = { readonly seed: number; readonly members: number; readonly at: Instant; readonly setup: Setup };

/** Makes the people one after another; the known ones come first. */
export function* generate(order: Order): Generator<Generated> {
  const dice = chance(order.seed);
  const names = new Set<string>();
  for (let n = 0; n < order.members; n++) {
    const fixed = known[n];
    const name = fixed?.name ?? freshName(dice, names, n);
    names.add(name);
    yield person(order, dice, n + 1, name, fixed ?? { name, life: drawLife(dice) });
  }
}

function freshName(dice: Chance, taken: Set<string>, n: number): string {
  for (let tries = 0; tries < 8; tries++) {
    const name = `${dice.pick(firstNames)} ${dice.pick(familyNames)}`;
    if (!taken.has(name)) return name;
  }
  // Past some thousands names repeat, as names do; a middle letter keeps neighbours apart.
  return `${dice.pick(firstNames)} ${String.fromCharCode(65 + (n % 26))}. ${dice.pick(familyNames)}`;
}

function drawLife(dice: Chance): Life {
  const roll = dice.next();
  const years = 0.05 + dice.next() * 2.95;
  if (roll < 0.78) {
    const level = dice.next();
    if (level < 0.6) return { is: 'member', level: 'keeper', years };
    if (level < 0.82) return { is: 'member', level: 'friend', years };
    return level < 0.93
      ? { is: 'member', level: 'patron', years }
      : { is: 'member', level: 'apprentice', years: years * 0.15 };
  }
  if (roll < 0.87) return { is: 'lapsed', years: 1.05 + dice.next() * 1.9, endedDaysAgo: dice.whole(3, 330) };
  if (roll < 0.905) return { is: 'paused', level: dice.pick(['keeper', 'friend'] as const), years };
  if (roll < 0.94) return { is: 'declined', daysAgo: dice.whole(2, 900), reason: dice.pick(reasons) };
  if (roll < 0.992) return { is: 'closed', level: dice.pick(['keeper', 'friend', 'patron'] as const), years };
  return dice.happens(0.6)
    ? { is: 'inReview', days: dice.whole(0, 4) }
    : { is: 'unconfirmed', days: dice.whole(0, 3), resends: dice.whole(0, 1) };
}

function person(order: Order, dice: Chance, number: number, name: string, who: Known): Generated {
  const { setup, at } = order;
  const member = dice.id<MemberId>();
  const mail = `${name
    .toLowerCase()
    .replace(/[^a-z ]/g, '')
    .trim()
    .replace(/ +/g, '.')}${number > known.length && number > 400 ? `.${number}` : ''}@mail.example`;
  const keeping = who.keeping ?? Math.floor(dice.next() ** 2 * 30);
  const values = {
    'apiary-postcode':
      who.postcode ??
      `${dice.pick(postcodes)} ${dice.whole(1, 9)}${dice.pick([...'ABDEFGHJLNPQRSTUWXYZ'])}${dice.pick([...'ABDEFGHJLNPQRSTUWXYZ'])}`,
    // Nobody starts with a dozen: a few in the first years, more as they go on.
    'colonies-kept': who.colonies ?? Math.min(Math.floor(dice.next() ** 2 * 14), 1 + 2 * keeping),
    'years-keeping': keeping,
    'heard-of-us': dice.pick(['market-stall', 'a-member', 'honey-show', 'swarm', 'library-poster', 'elsewhere']),
    rules: 3,
  } as Record<FieldId, FieldValue>;
  const topics = (['apiary-news', 'course-dates', 'swarm-alerts'] as TopicId[]).filter(() => dice.happens(0.45));
  const answers = { name, mail, fields: values, topics };
  const life = who.life;
  const script = scriptOf(life, at, dice);
  const base = { number, name, mail, member, topics };
  // Friends, Patrons and Apprentices came in before the form was there; their start is all that is known.
  const byForm = script.events.length > 0;
  const joined = byForm
    ? byJoining(script, { id: dice.id<ApplicationId>(), member, answers }, setup, at)
    : byHand(script.start, life, setup);
  const later = renewals(life, joined.terms, joined.standing, setup, at);
  const money = moneyOf({ member, number, terms: later.terms }, life, order.seed, setup, at);
  const fields: Facts['fields'] = { ...values };
  if (dice.happens(0.5)) fields['hive-type' as FieldId] = dice.pick(['national', 'top-bar', 'skep', 'other']);
  if (dice.happens(0.3))
    fields['interests' as FieldId] = [dice.pick(['queen-rearing', 'honey-shows']), dice.pick(['pollen', 'planting'])];
  const groups = [
    ...new Set([...joined.groups, ...((who.groups ?? []) as GroupId[]), ...drawnGroups(dice, who, joined.standing)]),
  ];
  if (groups.includes('swarm-collectors' as GroupId))
    fields['swarm-phone' as FieldId] = `01632 960 ${dice.whole(100, 999)}`;
  const seenAt = seen(dice, later.standing, joined.admittedAt ?? script.start, at);
  return {
    facts: {
      ...base,
      standing: later.standing,
      standingSince: later.since ?? joined.since,
      joinedAt: script.start,
      admittedAt: joined.admittedAt,
      // One term that goes on, where it is paid; what is held by hand stays as it is.
      terms: money ? [money.held] : later.terms,
      groups,
      fields,
      paid: money ? [...money.paid] : [],
      lessons: [],
      owns: false,
    },
    seenAt,
    groupSince: Math.min(at, (joined.admittedAt ?? script.start) + 20 * DAY),
    timeline: [...joined.timeline, ...later.timeline].sort((a, b) => a.at - b.at),
    application: joined.application,
    money,
  };
}

function drawnGroups(dice: Chance, who: Known, standing: Standing): GroupId[] {
  if (standing !== 'admitted' || who.groups || known.includes(who)) return [];
  const groups: GroupId[] = [];
  if (dice.happens(0.09)) groups.push('swarm-collectors' as GroupId);
  if (dice.happens(0.02)) groups.push('committee' as GroupId);
  return groups;
}

function seen(dice: Chance, standing: Standing, from: Instant, at: Instant): Instant {
  const longest = standing === 'admitted' || standing === 'applicant' ? 40 : 300;
  return Math.max(from, at - Math.floor(dice.next() ** 2 * longest * DAY) - dice.whole(1, 600) * MINUTE);
}

type Script = { readonly start: Instant; readonly events: readonly { at: Instant; event: JoiningEvent }[] };
const yes: JoiningEvent = { it: 'approved', by: 'Tamsin Rooke' };

/** What a person did, and when, on the way in. */
function scriptOf(life: Life, at: Instant, dice: Chance): Script {
  const minutes = dice.whole(2, 50) * MINUTE;
  const confirm = (start: Instant) => ({
    at: start + minutes,
    event: { it: 'codeEntered', serial: 1 } as JoiningEvent,
  });
  const days = dice.whole(1, 6) * DAY + dice.whole(0, 9) * HOUR;
  switch (life.is) {
    case 'inReview': {
      const start = at - life.days * DAY - minutes - dice.whole(1, 5) * HOUR;
      return { start, events: [confirm(start)] };
    }
    case 'unconfirmed': {
      const start = at - life.days * DAY - dice.whole(1, 6) * HOUR;
      const resends = Array.from({ length: life.resends }, (_, n) => ({
        at: start + (n + 1) * 9 * HOUR,
        event: { it: 'resendAsked' } as JoiningEvent,
      }));
      return { start, events: resends.length ? resends : [{ at: start, event: { it: 'timePassed' } }] };
    }
    case 'declined': {
      const start = at - life.daysAgo * DAY - days - minutes;
      return {
        start,
        events: [
          confirm(start),
          { at: start + minutes + days, event: { it: 'declined', by: 'Tamsin Rooke', reason: life.reason } },
        ],
      };
    }
    case 'lapsed':
    case 'member':
    case 'paused':
    case 'closed': {
      // A lapsed Keeper's whole years end on the day the membership did.
      const start =
        life.is === 'lapsed'
          ? at - life.endedDaysAgo * DAY - Math.max(1, Math.floor(life.years)) * 365 * DAY - days
          : at - Math.round(life.years * 365 * 24) * HOUR;
      const keeper = life.is === 'lapsed' || life.level === 'keeper';
      return {
        start,
        events: keeper ? [confirm(start), { at: Math.min(start + minutes + days, at - HOUR), event: yes }] : [],
      };
    }
  }
}

type Joined = {
  readonly standing: Standing;
  readonly since: Instant;
  readonly admittedAt: Instant | null;
  readonly terms: HeldTerm[];
  readonly groups: GroupId[];
  readonly timeline: Moment[];
  readonly application: Application | null;
};

/** Runs the script through the path, the clock knocking whenever something is due. */
function byJoining(
  script: Script,
  who: Pick<Application, 'id' | 'member' | 'answers'>,
  setup: Setup,
  at: Instant,
): Joined {
  const form = setup.forms.get(setup.doc.site.joinBy ?? '')!;
  const path: PathItem = setup.paths.get(pathOfForm(form) ?? '')!;
  let application = unsent({
    ...who,
    form: form.id,
    revision: 1,
    path: path.id,
    submittedAt: script.start,
  });
  const done: { at: Instant; effect: Effect }[] = [];
  const timeline: Moment[] = [];
  const step = (event: JoiningEvent, now: Instant) => {
    const moved = advance(path, application, event, now, setup);
    if (!moved.ok) throw new Error(`The script of ${who.answers.name} is refused: ${moved.refusal.code}`);
    timeline.push(...storyOf(application, moved.value, now, setup));
    application = moved.value.application;
    for (const effect of moved.value.effects) done.push({ at: now, effect });
  };
  const clock = (until: Instant) => {
    while (application.state === 'open' && application.dueAt !== null && application.dueAt <= until)
      step({ it: 'timePassed' }, application.dueAt);
  };
  step({ it: 'submitted' }, script.start);
  for (const { at: when, event } of script.events) {
    clock(when);
    if (event.it !== 'timePassed') step(event, when);
  }
  if (application.state === 'open' && application.detail?.kind === 'payment') {
    // They pay within days; whoever was only just let through, at the last moment there is.
    const when = Math.min(application.gateSince + 20 * HOUR, at - 30 * MINUTE);
    const gate = path.gates.find(({ id }) => id === application.gate);
    const level = gate?.kind === 'payment' ? gate.offers[0]!.level : ('keeper' as LevelId);
    const until = addSpan(when, { count: 1, unit: 'years' }, setup.doc.site.zone);
    clock(when);
    step({ it: 'paid', says: setup.levels.get(level)?.title ?? '', term: { level, from: when, until } }, when);
  }
  clock(at);
  const standing = done.findLast((item) => item.effect.do === 'setStanding')!;
  return {
    standing: standing.effect.do === 'setStanding' ? standing.effect.standing : 'applicant',
    since: standing.at,
    admittedAt:
      done.find((item) => item.effect.do === 'setStanding' && item.effect.standing === 'admitted')?.at ?? null,
    terms: done.flatMap(({ effect }) =>
      effect.do === 'giveLevel' ? [{ level: effect.level, from: effect.from, until: effect.until }] : [],
    ),
    groups: done.flatMap(({ effect }) => (effect.do === 'giveGroup' ? [effect.group] : [])),
    timeline,
    application,
  };
}

function byHand(start: Instant, life: Life, setup: Setup): Joined {
  const level = ('level' in life ? life.level : 'friend') as LevelId;
  const lasts = level === 'apprentice' ? ({ count: 6, unit: 'months' } as const) : null;
  const until = lasts ? addSpan(start, lasts, setup.doc.site.zone) : null;
  return {
    standing: 'admitted',
    since: start,
    admittedAt: start,
    terms: [{ level, from: start, until }],
    groups: [],
    timeline: [
      {
        at: start,
        what: 'standing.admitted',
        title: 'Admitted',
        standing: 'admitted',
        note: 'Entered in the register by Odile Harrowgate',
      },
    ],
    application: null,
  };
}

/** What followed after joining: renewed terms, a lapse, a pause, a closed account. */
function renewals(life: Life, first: HeldTerm[], standing: Standing, setup: Setup, at: Instant) {
  const terms = [...first];
  const timeline: Moment[] = [];
  const zone = setup.doc.site.zone;
  const anchor = first[0];
  if (standing !== 'admitted' || !anchor) return { terms, timeline, standing, since: null };
  const stops = life.is === 'lapsed' ? at - life.endedDaysAgo * DAY : at;
  for (let n = 1; terms[terms.length - 1]!.until !== null && terms[terms.length - 1]!.until! <= stops - DAY; n++) {
    const from = terms[terms.length - 1]!.until!;
    // Counted from the first day, so that month ends do not drift.
    const until = addSpan(anchor.from, { count: n + 1, unit: 'years' }, zone);
    terms.push({ level: anchor.level, from, until });
    timeline.push({
      at: from,
      what: 'level.renewed',
      title: `Renewed as ${setup.levels.get(anchor.level)?.title ?? ''} for a year`,
    });
  }
  if (life.is === 'lapsed') {
    const last = terms[terms.length - 1]!;
    const ended = Math.min(last.until ?? stops, at - DAY);
    terms[terms.length - 1] = { ...last, until: ended };
    timeline.push({ at: ended, what: 'standing.lapsed', title: 'Lapsed', standing: 'lapsed', note: 'Not renewed' });
    return { terms, timeline, standing: 'lapsed' as const, since: ended };
  }
  if (life.is === 'paused' || life.is === 'closed') {
    const since = Math.max(anchor.from + DAY, at - Math.round((life.years % 0.4) * 365) * DAY - DAY);
    const titles = { paused: 'Paused', closed: 'Closed' } as const;
    timeline.push({
      at: since,
      what: `standing.${life.is}`,
      title: titles[life.is],
      standing: life.is,
      note: life.is === 'paused' ? 'At own wish' : 'Moved away',
    });
    if (life.is === 'closed') {
      const open = terms.filter((term) => term.from < since);
      open[open.length - 1] = { ...open[open.length - 1]!, until: since };
      return { terms: open, timeline, standing: 'closed' as const, since };
    }
    return { terms, timeline, standing: 'paused' as const, since };
  }
  return { terms, timeline, standing, since: null };
}
