/**
 * Purpose: the lines that an owner may put in other words: those that members and visitors read. What stands in the same
 * catalogues for whoever works at the desk stays the product's own.
 */
import '../../contract/site.sentences';
import { shippedLines } from '../../core/kernel';

const readAtDesk: Readonly<Record<string, string>> = {
  pages: 'opensAll opensOnly opensBut ownAddress notALink',
  account:
    'hasOwner siteName writeSiteName yourName writeYourName failed desk tellAddress firstSetup newSite firstHere makeMine lastOwner noColleague onStaff parts choosePart name writeTheirName',
  joining:
    'writeReason questionOpen decided saidYesAlready notEnded letterLeft keyUsed publishFirst invitedBy usedBy invitationIsUsed admitted declined asked openedAgain tookBack isAdmitted oneYes othersDecide isThrough waitsAsBefore isOpenAgain isDeclined isAsked onlyAdmission nothing pathGone endedAdmitted endedAdmittedBy endedDeclined endedDeclinedBy endedOutOfTime endedWithdrawn sameName sameMail sameFamily applications wouldEnter wouldMove wouldEnd',
};
const atDesk = new Set(
  Object.entries(readAtDesk).flatMap(([name, keys]) => keys.split(' ').map((key) => `${name}.${key}`)),
);

export const memberLines = (): { key: string; text: string }[] =>
  shippedLines().filter(({ key }) => !atDesk.has(key.split('.').slice(0, 2).join('.')));
