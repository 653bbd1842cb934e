export { seeded } from '../../src/core/seeded';
