/** Purpose: the place of a follow-up form on the site, and the notice that leads to it. */
import type { NoticeView } from '../../contract';
import { isAudience, shutBecause } from '../../core/forms';
import type { Looker } from '../callers';
import type { Live } from '../setup';
import { signInFirst, type PlaceRequest, type PlaceAnswer, type Places } from '../site';
import { followUpAt, type FollowUps } from './follow.ups';
import { formView, sentPlace } from './joining.places';
import { joiningSays } from './joining.sentences';

export const formsPlaces = (followUps: FollowUps): Places => ({
  form: (asked) => formPlace(followUps, asked),
  sent: ({ rest, live, looker }) => {
    const form = live.setup.formByAddress.get(rest ?? '');
    if (!form || (!form.after && form.purpose.is !== 'followUp')) return null;
    const thanks = { then: 'words', text: joiningSays(live.setup.doc.site).thanksSent } as const;
    return sentPlace(form, form.after ?? thanks, looker, live.setup);
  },
});

async function formPlace(followUps: FollowUps, asked: PlaceRequest): Promise<PlaceAnswer> {
  const { looker, live, rest } = asked;
  const { facts, now } = looker;
  const { setup } = live;
  if (asked.preview) {
    const form = setup.formByAddress.get(rest ?? '');
    return form ? { kind: 'form', ...formView(form, asked), sent: null } : null;
  }
  const form = followUpAt(rest ?? '', setup);
  if (!form) return null;
  if (!facts.member) return signInFirst(asked);
  const says = joiningSays(setup.doc.site);
  const notice = (why: string): PlaceAnswer => ({
    kind: 'notice',
    title: form.title,
    says: [why],
    way: { href: '/', label: says.goOn },
  });
  const shut = shutBecause(form, now, setup.doc.site);
  if (shut) return notice(shut);
  if (!isAudience(form, live.doors.prepare(facts, now), live.doors)) return notice(says.notForYou);
  return { kind: 'form', ...formView(form, asked), sent: await followUps.sentBefore(form, facts.member, setup) };
}

/** The notice on every page of whoever a form waits for. Looked up once for one who looks, however often it is asked. */
export function noticesOf(followUps: FollowUps) {
  const asked = new WeakMap<Looker, Promise<NoticeView | null>>();
  return (looker: Looker, live: Live): Promise<NoticeView | null> => {
    let notice = asked.get(looker);
    if (!notice) asked.set(looker, (notice = noticeFor(followUps, looker, live)));
    return notice;
  };
}

async function noticeFor(followUps: FollowUps, looker: Looker, live: Live): Promise<NoticeView | null> {
  if (looker.facts.member === null) return null;
  const form = await followUps.waiting(looker, live);
  if (!form) return null;
  const says = joiningSays(live.setup.doc.site);
  return { form: form.address, says: says.waitsForYou({ form: form.title }), href: `/form/${form.address}` };
}
