/** Purpose: the endpoints of whoever pays, each a list of steps. */
import { implement } from '@orpc/server';
import { pay as contract } from '../../contract';
import type { Facts } from '../../core/facts';
import type { Offer } from '../../core/joining';
import type { ApplicationId, MemberId, TermId } from '../../core/kernel';
import type { TermEvent } from '../../core/money';
import { envelopeOf, guard, memberIdOf, memberOf, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { Membership } from './membership';
import { moneySays } from './money.sentences';
import type { Choosing, PayRefusal, Paying } from './paying';

const done = { done: true } as const;
const api = implement(contract).$context<Call>().use(guard);

/** What is offered to somebody on their way in; null where no payment is asked of them. */
export type OffersAtGate = (
  member: MemberId,
) => Promise<{ application: ApplicationId; offers: readonly Offer[] } | null>;

export type PayPorts = {
  readonly paying: Paying;
  readonly membership: Membership;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
  readonly offersAtGate: OffersAtGate;
};

/** For whom and out of what a caller chooses; null where nothing is offered to them now. */
export async function choosingFor(
  facts: Facts,
  ports: Pick<PayPorts, 'paying' | 'live' | 'offersAtGate'>,
): Promise<Choosing | null> {
  const member = facts.member as MemberId;
  const { standing } = facts;
  if (standing === 'applicant') {
    const gate = await ports.offersAtGate(member);
    return gate && { member, ...gate };
  }
  if (standing === 'declined' || standing === 'closed' || standing === 'paused') return null;
  return { member, application: null, offers: ports.paying.open(facts, ports.live.must.setup) };
}

/** Whether somebody may choose a level in their account, or another one than they have; on the way in they do at the gate. */
export async function isOffered(facts: Facts, ports: Parameters<typeof choosingFor>[1]): Promise<boolean> {
  if (facts.standing === 'applicant') return false;
  const choosing = await choosingFor(facts, ports);
  return choosing !== null && ports.paying.offers(choosing);
}

export const payApi = (ports: PayPorts) => {
  const { paying, membership, live, clock } = ports;
  const says = () => moneySays(live.reader);

  const choosingOf = async (context: Call): Promise<Choosing> => {
    const { facts } = memberOf(context);
    const choosing = await choosingFor(facts, ports);
    if (!choosing) throw problem('not-offered', { detail: says().notOffered });
    return choosing;
  };

  function refused(refusal: PayRefusal | { readonly code: 'already-sent' }) {
    switch (refusal.code) {
      case 'pay-faults':
        return problem('pay-faults', {
          faults: refusal.faults.map(({ at, says: told }) => ({
            at,
            label: at === 'amount' ? says().amountLabel : says().codeLabel,
            says: told,
          })),
        });
      case 'not-offered':
        return problem('not-offered', { detail: says().notOffered });
      case 'no-cards':
        return problem('no-cards', { detail: says().noWay });
      case 'card-house-away':
        return problem('card-house-away', { detail: says().houseAway });
      case 'already-sent':
        return problem('already-sent');
    }
  }

  const move = async (
    context: Call,
    act: string,
    input: { readonly term: TermId },
    event: TermEvent,
    note: ((level: string) => string) | null,
  ) => {
    const moved = await membership.move(envelopeOf(context, act, input), memberIdOf(context), input.term, event, note);
    if (moved.ok) return done;
    const { code } = moved.refusal;
    if (code === 'not-found' || code === 'already-sent') throw problem(code);
    throw problem('term-refused', { detail: says().cannot });
  };

  return {
    reckon: api.reckon.handler(async ({ input, context }) => {
      const quote = await paying.reckon(await choosingOf(context), input, clock.now());
      if (!quote) throw problem('not-offered', { detail: says().notOffered });
      return quote;
    }),
    pay: api.pay.handler(async ({ input, context }) => {
      const { by, ...choice } = input;
      const paid = await paying.pay(envelopeOf(context, 'money.pays', input), await choosingOf(context), choice, by);
      if (!paid.ok) throw refused(paid.refusal);
      return paid.value;
    }),
    cancel: api.cancel.handler(({ input, context }) =>
      move(context, 'money.cancelled', input, { it: 'cancelled', when: 'atEnd' }, (level) =>
        says().cancelled({ level }),
      ),
    ),
    resume: api.resume.handler(({ input, context }) =>
      move(context, 'money.resumed', input, { it: 'resumed' }, (level) => says().resumedIt({ level })),
    ),
    pause: api.pause.handler(({ input, context }) =>
      move(
        context,
        'money.paused',
        input,
        { it: 'paused', until: membership.monthsOn(input.months) },
        () => says().wentPause,
      ),
    ),
    unpause: api.unpause.handler(({ input, context }) =>
      move(context, 'money.unpaused', input, { it: 'unpaused' }, () => says().cameBack),
    ),
    stay: api.stay.handler(({ input, context }) =>
      move(context, 'money.stays', input, { it: 'changesAtEnd', to: null }, null),
    ),
    card: api.card.handler(async ({ input, context }) => {
      const going = await membership.otherCard(
        envelopeOf(context, 'money.otherCard', input),
        memberIdOf(context),
        input.term,
      );
      if (!going.ok) throw refused(going.refusal);
      return going.value;
    }),
  };
};
export type PayApi = ReturnType<typeof payApi>;
