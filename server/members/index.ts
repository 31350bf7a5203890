export { Directory, levelNote, type MemberQuery } from './directory';
export * from './member.store';
export { changeProfile, type ProfileRefusal } from './profile';
export { wordsOf } from './member.words';
export { PersonInHand, ownerOf } from './person.in.hand';
