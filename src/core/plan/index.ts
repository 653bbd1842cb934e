export * from './action';
export * from './costs';
export * from './goals';
export * from './graph';
export * from './options';
export * from './plan';
export * from './refit';
export * from './refit-step';
export * from './cautions';
export * from './tray';
export * from './tools';

export * from './words';
export * from './step-cautions';
export * from './least-teardown';
export * from './precedence';
export * from './explain';
export * from './spares';
