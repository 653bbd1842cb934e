/** Ranks what may hold a stuck part: most runs never ask, so its script comes late. */
export { wontMove } from '@/core/bay';
