export { gateWords, instructionFor } from './instructions';
export { goalProblemWords, loopWords } from './problems';
export { nodeWords, whyWords } from './reasons';
export { type RefitStep, wordRefit, type WordedCheck } from './refit';
export { type StepWords, wordSteps, type WordingBasis } from './steps';
export { takesWords } from './summary';
export { type RouteTaken, routeWords, type Staying, stayWords } from './routes';
