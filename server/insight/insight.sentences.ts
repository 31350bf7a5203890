/** What a change means for everybody, in words. */
import { sentences } from '../../core/kernel';

export const insightSays = sentences({
  blockOf: '{page}, {block}',
  noLevel: 'without a level',
  payInstead: {
    one: '{level}: {count} member pays {becomes} in place of {was}, from {date}',
    other: '{level}: {count} members pay {becomes} in place of {was}, the first on {date}',
  },
  payAsBefore: {
    one: '{level}: {count} member goes on paying {was}, as agreed; only new members pay the new price',
    other: '{level}: {count} members go on paying {was}, as agreed; only new members pay the new price',
  },
});
