/** Purpose: the parts of a member of staff as they are stored. */
import { z } from 'zod';
import { StaffPart } from '../../contract';
import { stored } from '../platform/stored';

export const staffParts = stored('staff.parts', z.array(StaffPart));
