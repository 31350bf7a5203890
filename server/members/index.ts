export { Directory, levelNote } from './directory';
export { personView } from './person';
export * from './member.store';
export * from './member.entities';
export { valueColumns, wordsOf } from './member.words';
export { PersonInHand, ownerOf } from './person.in.hand';
