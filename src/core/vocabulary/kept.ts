/**
 * What stands beside the ledger and a rule may erase once its years are over: the pictures of a walk, the answers and readings of a
 * signed walk, the files of periodic reports. Decisions, findings, tags and signatures are the ledger's own, and stay.
 */
export const keptKinds = ["pictures", "answers", "reports"] as const;
export type KeptKind = (typeof keptKinds)[number];

/** Years each kind is kept; one that is not named is kept for ever. */
export type KeptYears = Readonly<Partial<Record<KeptKind, number>>>;

export const mostYears = 50;
/** A shorter rule erases nothing before so many days are over: time to put a hold on what somebody needs. */
export const shorterAfterDays = 30;
