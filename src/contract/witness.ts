/** As many units as one tablet speaks of at once. */
export const mostWords = 400;

/** `POST /api/witness`: entries that were there when the tablet was given its word, and are not there as they were. */
export interface WitnessAnswer {
  readonly lost: readonly { readonly plate: string; readonly position: number }[];
}
