import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { newOwnCalendar } from "@/server/mail/own-calendar";

/** A new address of one's own calendar. */
export const POST = route(async ({ person, at }) => newOwnCalendar(database(), person.id, at));
