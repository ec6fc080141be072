export const plyKey = (face: number, laid: number): string => `f${face}-p${laid}`;
