/** Purpose: what the carrying out of effects needs of the rest of the product. */
import type { EntityManager } from 'typeorm';
import type { ApplicationId, Instant, MemberId } from '../../core/kernel';
import type { Staff } from '../accounts';
import type { Hooks } from '../hooks';
import type { Outbox } from '../messages';
import type { Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import type { JoiningJobs } from './joining.jobs';

export type EffectPorts = {
  readonly outbox: Outbox;
  readonly hooks: Pick<Hooks, 'tell'>;
  readonly jobs: Jobs<JoiningJobs>;
  readonly staff: Pick<Staff, 'reviewers' | 'all'>;
  readonly random: Randomness;
  readonly address: string;
  /** What an application that ends leaves behind of money: nothing is asked for any more, what was paid goes back. */
  readonly unwindPayments: (manager: EntityManager, application: ApplicationId, now: Instant) => Promise<void>;
  /** Closes what may be paid for an application at the card house. @returns whether there is anything to wait for */
  readonly closePayments: (manager: EntityManager, application: ApplicationId, now: Instant) => Promise<boolean>;
  /** Erases a person and everything that hangs on them. */
  readonly erase: (manager: EntityManager, member: MemberId, mail: string) => Promise<void>;
};
