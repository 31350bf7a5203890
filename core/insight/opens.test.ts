import { expect, it } from 'vitest';
import { NOW, quillmoor } from '../../tests/support/quillmoor';
import type { LevelId } from '../kernel';
import { openedBy } from './index';

const opened = (level: string) => openedBy(level as LevelId, quillmoor, NOW).map(({ title }) => title);

it('is what its holder may enter, without groups or anything else that is theirs', () => {
  expect(opened('friend')).toContain('Welcome');
  expect(opened('friend')).not.toContain('Winter treatment guide');
  expect(opened('keeper')).toContain('Winter treatment guide');
  expect(opened('keeper')).not.toContain('Mentor notes');
  expect(opened('patron')).toEqual(opened('keeper'));
});
