export * from './procedure-page';
export * from './findings';
export * from './item-facts';
