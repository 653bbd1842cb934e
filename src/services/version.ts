/** Which version of Pezzo this is, as package.json has it. Raised with each change a shop can feel (CHANGELOG.md). */
export const VERSION = '0.5.1';
