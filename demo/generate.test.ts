import { describe, expect, it } from 'vitest';
import { currentTerm, standings } from '../core/facts';
import { Application } from '../core/joining';
import { NOW, quillmoor } from '../tests/support/quillmoor';
import { generate } from './generate';

const make = (seed: number, members: number) => [...generate({ seed, members, at: NOW, setup: quillmoor })];
const people = make(1911, 400);
const named = (name: string) => people.find((person) => person.facts.name === name)!;

describe('the people of Quillmoor', () => {
  it('are the same for the same seed and others for another', () => {
    expect(make(1911, 60)).toEqual(people.slice(0, 60));
    expect(make(7, 60)[20]!.facts.name).not.toBe(people[20]!.facts.name);
  });

  it('are each themselves: addresses, names and ids once', () => {
    for (const of of ['mail', 'member', 'number'] as const)
      expect(new Set(people.map((p) => p.facts[of])).size).toBe(400);
    expect(people.every((p) => p.facts.mail.endsWith('.example'))).toBe(true);
    const many = make(1911, 3000);
    expect(new Set(many.map((p) => p.facts.mail)).size).toBe(3000);
  });

  it('have every standing, most of them admitted', () => {
    const count = (standing: string) => people.filter((p) => p.facts.standing === standing).length;
    for (const standing of standings) expect(count(standing)).toBeGreaterThan(0);
    expect(count('admitted')).toBeGreaterThan(280);
  });

  it('hold what they are said to hold', () => {
    const level = (name: string) => currentTerm(named(name).facts, NOW)?.level;
    expect(level('Ida Marrowby')).toBe('keeper');
    expect(named('Ida Marrowby').facts.groups).toContain('swarm-collectors');
    expect(level('Gwenna Fairclough')).toBe('friend');
    expect(named('Gwenna Fairclough').facts.groups).toContain('mentors');
    expect(level('Philippa Ansty')).toBe('patron');
    expect(named('Tobias Wetherfold').facts.standing).toBe('lapsed');
    expect(level('Tobias Wetherfold')).toBeUndefined();
  });

  it('wait at the gates they are said to wait at', () => {
    const at = (name: string) => named(name).application!;
    expect(at('Anselm Pikard')).toMatchObject({
      state: 'open',
      gate: 'review',
      detail: { kind: 'review', reminded: true },
    });
    expect(at('Jory Lambswick')).toMatchObject({ state: 'open', gate: 'review', detail: { reminded: false } });
    expect(at('Ilse Quarterman')).toMatchObject({ state: 'open', gate: 'confirm-email' });
    const open = people.flatMap((p) => (p.application?.state === 'open' ? [p.application] : []));
    for (const application of open) expect(application.dueAt).toBeGreaterThan(NOW);
  });

  it('tell a story in order, none of it in the future', () => {
    for (const { timeline, facts, application, seenAt } of people) {
      const times = timeline.map((moment) => moment.at);
      expect([...times].sort((a, b) => a - b)).toEqual(times);
      expect(Math.max(...times, facts.joinedAt, facts.standingSince, seenAt)).toBeLessThanOrEqual(NOW);
      for (const term of facts.terms) expect(term.until ?? Infinity).toBeGreaterThan(term.from);
      if (application) expect(Application.safeParse(application).success).toBe(true);
      if (facts.standing === 'admitted' || facts.standing === 'lapsed') expect(facts.admittedAt).not.toBeNull();
    }
  });
});
