export { Directory, levelNote, type MemberQuery } from './directory';
export { personView } from './person';
export * from './member.store';
export * from './member.entities';
export { searchWords, valueColumns, wordsOf } from './member.words';
