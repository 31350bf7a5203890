export { SetupStore, type CountUse, type RowUses } from './setup.store';
export { setupApi, type SetupPorts } from './setup.api';
export { LiveSetup, type Live } from './live';
