import { Problem } from "@/server/http/problem";
import { isUuid } from "@/server/http/uuid";

/** What is said of an inspection that is none. */
export const noInspection = (id: string): Problem =>
  new Problem(
    404,
    "no-inspection",
    `expected an inspection that was started here, got ${id}; start it first`,
  );

/** Whether this may be the id of an inspection at all: anything may stand in an address. */
export const mayBeInspection = (id: string): boolean => isUuid(id);
