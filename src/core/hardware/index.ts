export * from './units';
export * from './drives';
export * from './fastener-kinds';
export * from './link-kinds';
export * from './part-kinds';
export * from './motions';
export * from './tools';
export * from './catalogue';
