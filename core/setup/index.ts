export * from './document';
export * from './setup';
export * from './items';
export { setupSchema } from './schema';
export { FORMAT_VERSION, upgradeDocument, upgradeItems } from './upgrade';
