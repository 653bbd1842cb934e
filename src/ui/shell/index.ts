export * from './awake';
export * from './kept-pages';
export * from './offline';
export * from './scheme-script';
export * from './top-bar';
export * from './use-scheme';
export * from './waking-script';
