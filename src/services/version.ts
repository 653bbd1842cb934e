import { version } from '../../package.json';

/** Which version of Pezzo this is: "1.2.0". Raised with each change a shop can feel (CHANGELOG.md). */
export const VERSION: string = version;
