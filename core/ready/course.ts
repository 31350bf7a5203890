/**
 * Purpose: a ready set-up: whoever confirms their address is in, and lessons open one after the other as the weeks go by.
 */
import { agreement, confirmEmail, inside, letter, ofForm, page, text, type Parts } from './parts';

/** Opens so many days after somebody was let in. */
const after = (days: number) => ({
  rule: {
    all: [
      { fact: 'standing', is: ['admitted'] },
      { fact: 'admittedFor', days },
    ],
  },
});

export const course: Parts = {
  fields: [
    {
      id: 'experience',
      label: 'How much do you know already?',
      of: {
        kind: 'oneChoice',
        choices: [
          { id: 'nothing', label: 'Nothing yet' },
          { id: 'some', label: 'A little' },
          { id: 'much', label: 'A good deal' },
        ],
      },
      seenBy: 'staff',
      changedBy: 'member',
    },
    {
      id: 'hopes',
      label: 'What do you hope to learn?',
      of: { kind: 'longText', longest: 600 },
      seenBy: 'staff',
      changedBy: 'member',
    },
    agreement('I agree to the terms of the course', [
      'What the course shows is for those who take it.',
      'Whoever falls behind says so, and is helped.',
    ]),
  ],
  form: [ofForm('experience'), ofForm('hopes', false), ofForm('house-rules')],
  levels: [{ id: 'student', title: 'Student', plural: 'Students', prices: [{ id: 'price', kind: 'free' }] }],
  paths: [
    {
      id: 'course-path',
      title: 'Course path',
      gates: [confirmEmail],
      grants: [{ level: 'student', lasts: { count: 6, unit: 'months' } }],
      admitted: 'admitted',
      landing: 'lesson-1',
    },
  ],
  doors: [inside],
  pages: [
    page('the-course', 'The course', 'What one learns, and how it goes.', { everyone: true }, [
      text('Write here what the course teaches, for whom it is, and how long it takes.'),
    ]),
    page('lesson-1', 'Lesson 1', 'Opens at once.', { named: 'inside' }, [
      text(['Good that you are here, ', { chip: 'firstName', or: 'everybody' }, '. Write the first lesson here.']),
    ]),
    page('lesson-2', 'Lesson 2', 'Opens after a week.', after(7), [text('Write the second lesson here.')]),
    page('lesson-3', 'Lesson 3', 'Opens after two weeks.', after(14), [text('Write the third lesson here.')]),
  ],
  menu: ['the-course', 'lesson-1', 'lesson-2', 'lesson-3'],
  messages: [
    letter('admitted', 'Admitted', 'You are in, and the first lesson is open. The next opens a week from now.'),
  ],
};
