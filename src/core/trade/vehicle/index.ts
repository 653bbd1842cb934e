export { type Applicability, type Vehicle, applicabilityWords } from './applies';
export { rankFor, verifyFor } from './relatives';
export { type SearchQuery, parseSearch } from './search-query';
export { type Side, oppositeSide, sideWords, titleWithSide } from './sides';
export { readVin } from './vin';
export { doorWords, findZone, isRearwards, ZONE_SIDES, zoneName, ZONES } from './zones';
