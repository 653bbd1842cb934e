export * from './text';
export * from './hardware';
export * from './vehicle';
