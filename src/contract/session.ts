/** Minutes without any use after which a shared tablet asks for the PIN again, with a signal or without. */
export const idleMinutes = 20;

/** Wrong PINs in a row before a try has to wait. */
const freeTries = 3;
const longestWaitS = 900;

/** Seconds to wait after so many wrong PINs in a row: none for the first three, then 5, 10, 20, ... up to 15 min. */
export const waitAfterS = (failures: number): number =>
  failures < freeTries ? 0 : Math.min(longestWaitS, 5 * 2 ** (failures - freeTries));

/** `POST /api/sign-in`: who has signed in. */
export interface SignedInAnswer {
  readonly person: { readonly id: string; readonly name: string };
  /** They came by a code that was handed to them: they choose a PIN of their own first. */
  readonly choosePin?: boolean;
}
