export * from './document';
export * from './setup';
export * from './items';
export { idFrom } from './names';
export { setupSchema } from './schema';
export { FORMAT_VERSION, upgradeDocument, upgradeItems } from './upgrade';
