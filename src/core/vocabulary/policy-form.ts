import type { Policy } from "./policy";

export type { Policy };

/** The form policies are kept in; what comes in a file says it. */
export const policySchemaVersion = 1;
