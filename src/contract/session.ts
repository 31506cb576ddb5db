/** Minutes without any use after which a shared tablet asks for the PIN again, with a signal or without. */
export const idleMinutes = 20;

/** `POST /api/sign-in`: who has signed in. */
export interface SignedInAnswer {
  readonly person: { readonly id: string; readonly name: string };
}
