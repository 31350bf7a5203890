/**
 * Purpose: a letter of the draft as one person reads it: their own words, the day's, and stand-ins for what only the
 * occasion knows; and the same sent to whoever tries it.
 * Invariant: a test goes to the address of the one who asks, never to anybody else, and holds no secret that works.
 */
import type { Facts } from '../../core/facts';
import { chipKinds, ok, type ChipName, type Instant, type MemberId, type MessageId } from '../../core/kernel';
import { chipNames, renderMessage, type RenderedMessage } from '../../core/messages';
import { wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import type { Outbox } from '../messages';
import type { Acts, Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import type { Limits } from '../platform/limits';
import type { LiveSetup } from '../setup';
import type { Sight } from './sight.service';
import { viewpointSays } from './viewpoint.sentences';

export type Reading = { readonly id: MessageId; readonly person: string; readonly on?: string | undefined };
type Reader = { readonly setup: Setup; readonly facts: Facts; readonly at: Instant };

/** What only the occasion knows, as its name in brackets; a code and a link that lead nowhere. */
function standIns(setup: Setup): Partial<Record<ChipName, string>> {
  const names = chipNames(setup);
  return Object.fromEntries(
    Object.entries(chipKinds)
      .filter(([, { of }]) => of === 'message')
      .map(([chip]) => [chip, `(${names.get(chip as ChipName) ?? chip})`]),
  );
}

export class LetterReading {
  constructor(
    private readonly acts: Acts,
    private readonly live: LiveSetup,
    private readonly sight: Sight,
    private readonly outbox: Outbox,
    private readonly limits: Limits,
    private readonly clock: SiteClock,
    private readonly address: string,
  ) {}

  /** @returns null where there is no such letter or no such person */
  async read(reading: Reading): Promise<RenderedMessage | null> {
    const reader = await this.reader(reading);
    const message = reader?.setup.messages.get(reading.id);
    if (!reader || !message) return null;
    const { setup, facts, at } = reader;
    const { name, look } = setup.doc.site;
    const own = wordsFor(facts, at, setup);
    const others = { ...standIns(setup), link: this.address };
    return renderMessage(message, (chip) => (others as Partial<Record<ChipName, string>>)[chip] ?? own(chip), {
      siteName: name,
      ...look,
    });
  }

  /** Sends it to whoever asks. @returns the sentence that says so, or null as `read` */
  async test(
    reading: Reading,
    staff: { readonly id: string; readonly mail: string },
    envelope: Envelope,
  ): Promise<string | null> {
    const reader = await this.reader(reading);
    if (!reader?.setup.messages.has(reading.id)) return null;
    await this.limits.count(['testLetterByStaff', staff.id]);
    const { setup, facts } = reader;
    const about = facts.member ? { about: facts.member as MemberId } : {};
    const says = viewpointSays(setup.doc.site);
    const post = { message: reading.id, to: staff.mail, member: null, ...about, facts, words: standIns(setup) };
    await this.acts.carryOut<true, never>(envelope, async ({ manager, now }) => {
      await this.outbox.post(manager, setup, { ...post, secrets: { link: this.address }, test: says.testOf }, now);
      return ok(true);
    });
    return says.testSent({ mail: staff.mail });
  }

  private async reader({ person, on }: Reading): Promise<Reader | null> {
    const { setup } = await this.live.draft();
    const view = await this.sight.of(person, on, this.clock.now(), setup);
    return view && { setup, facts: view.facts, at: view.at };
  }
}
