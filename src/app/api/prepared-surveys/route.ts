import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { preparedSurveys } from "@/server/surveys/prepare";

/** What a device keeps so that it can survey without a signal. */
export const GET = route(({ person, at }) => preparedSurveys(database(), person, at));
