export { SetupStore, type CountUse, type RowUses } from './setup.store';
export { LiveSetup, type Live } from './live';
