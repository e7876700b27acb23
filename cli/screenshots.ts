export const screenshots = async (): Promise<number> => 0;
