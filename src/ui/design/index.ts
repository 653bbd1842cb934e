export { useCatalogue, useOwnKinds } from './catalogue';
export { useDates } from './dates';
export { Field } from './field';
export { numberOrNull } from './number-or-null';
export { OptionChoices } from './option-choices';
export { PageHead } from './page-head';
export { Plate } from './plate';
export { Trouble } from './trouble';
export { useSend } from './use-send';
