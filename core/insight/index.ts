export * from './impact';
export * from './opens';
export * from './who';
export * from './terms';
