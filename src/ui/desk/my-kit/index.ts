export * from './kit-page';
