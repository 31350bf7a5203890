/** Migrations from before areas had their own, and such as touch several; one of an area stands with it. */
import { Agreed8 } from './agreed';
import { Bound15 } from './bound';
import { Dated14 } from './dated';
import { Editable3 } from './editable';
import { Entered6 } from './entered';
import { Followed12 } from './followed';
import { Foundation1 } from './foundation';
import { Invited13 } from './invited';
import { Ordered16 } from './ordered';
import { Paid11 } from './paid';
import { Safe2 } from './safe';
import { Shown10 } from './shown';
import { Slices4 } from './slices';
import { Told9 } from './told';
import { Tried7 } from './tried';
import { Worked5 } from './worked';

export const firstMigrations = [
  Foundation1,
  Safe2,
  Editable3,
  Slices4,
  Worked5,
  Entered6,
  Tried7,
  Agreed8,
  Told9,
  Shown10,
  Paid11,
  Followed12,
  Invited13,
  Dated14,
  Bound15,
  Ordered16,
] as const;
