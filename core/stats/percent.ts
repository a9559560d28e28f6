/** A share as whole percent, in words. */
export const percentText = (share: number): string => `${Math.round(share * 100)} %`;
