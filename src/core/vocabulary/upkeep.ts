/**
 * Small things an operator may fix on the spot, each a setting of the yard's policy (field guide, section 12).
 * What is `refilled` goes somewhere when it is gone: the same again within a few shifts is a leak. Cleaning a deck
 * is not.
 */
export const upkeep = {
  top_up_water: { refilled: true },
  top_up_oil: { refilled: true },
  top_up_coolant: { refilled: true },
  fill_fuel: { refilled: false },
  clean: { refilled: false },
  remove_debris: { refilled: false },
  latch_cover: { refilled: false },
  refit_pin: { refilled: false },
  return_manual: { refilled: false },
  tighten_cap: { refilled: false },
  grease: { refilled: false },
  inflate: { refilled: true },
  reset_breaker: { refilled: false },
  set_right: { refilled: false },
} as const satisfies Record<string, { readonly refilled: boolean }>;

export type Upkeep = keyof typeof upkeep;
export const upkeepIds = Object.keys(upkeep) as [Upkeep, ...Upkeep[]];
