export { SetupStore, type CountUse, type Publishing, type RowUses } from './setup.store';
export { LiveSetup, type Live } from './live';
