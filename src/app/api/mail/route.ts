import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { chooseMail, mailChoiceSchema, stopMail } from "@/server/mail/choice";

/** What somebody is told by mail, and where: their own choice. */
export const PUT = route(async ({ request, person, at }) => {
  await chooseMail(database(), person.id, await bodyOf(request, mailChoiceSchema), at);
});

/** Nothing more by mail. */
export const DELETE = route(async ({ person }) => {
  await stopMail(database(), person.id);
});
