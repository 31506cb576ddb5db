import type { PreparedAnswer } from "@/contract/start";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { preparedFor } from "@/server/inspections/prepare";

export const GET = route(
  async ({ person, at }): Promise<PreparedAnswer> => ({
    prepared: await preparedFor(database(), person, at),
  }),
);
