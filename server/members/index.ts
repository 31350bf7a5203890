export { Conversions } from './conversions';
export { Directory, levelNote, type MemberQuery } from './directory';
export { membersApi, type MembersPorts } from './members.api';
export * from './member.store';
export { changeProfile, type ProfileRefusal } from './profile';
export { valueColumns, wordsOf } from './member.words';
export { PersonInHand, ownerOf } from './person.in.hand';
export { SavedViews } from './saved.views';
export { savedViewsApi, type SavedViewsPorts } from './saved.views.api';
