export { CAUTIONS, type Caution, actionCautions, cautionsFor, cautionWeight } from './cautions';
export { type Material, materialsOf } from './materials';
export { NO_HISTORY, paceFor, recordedIds, type ShopHistory, workKey } from './history';
export { type Replacement, type Spare, replacementsOf, sparesOf } from './spares';
export { stepCaution } from './step-cautions';
export { type ToolNeed, compareKit, reachTools, toolsFor } from './tools';
export { type LabelledBin, type TrayEntry, planTray, stayingPlace } from './tray';
