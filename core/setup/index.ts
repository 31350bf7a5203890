export * from './document';
export * from './setup';
export * from './items';
export { copyOf } from './copy';
export { idFrom } from './names';
export { setupSchema } from './schema';
export { upgradeDocument, upgradeItems } from './upgrade';
export { termRules } from './termRules';
export { anyChangesMoney, changesMoney, holdsMoney } from './moneyMatters';
