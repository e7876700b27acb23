export const test = async (_only: string[]): Promise<number> => 0;
