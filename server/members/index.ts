export { Directory, levelNote, type MemberQuery } from './directory';
export * from './member.store';
export { changeProfile, type ProfileRefusal } from './profile';
export { wordsOf } from './member.words';
export { PersonInHand, ownerRead, ownerReading, type NewMember } from './person.in.hand';
