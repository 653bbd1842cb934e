export const testCommand = async (argv: string[]): Promise<number> => argv.length;
