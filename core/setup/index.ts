export * from './document';
export * from './setup';
export * from './findings';
export * from './items';
export { FORMAT_VERSION, upgradeDocument, upgradeItems } from './upgrade';
