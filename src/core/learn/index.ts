export * from './breakage';
export * from './times';
