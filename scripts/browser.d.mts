export const FLAGS: string[];
