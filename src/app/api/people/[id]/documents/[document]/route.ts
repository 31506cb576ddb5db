import { database } from "@/server/database/database";
import { fileAnswer } from "@/server/documents/file";
import { route } from "@/server/http/route";
import { requireAt } from "@/server/people/access";
import { certificateOf } from "@/server/people/certificates";

/** Somebody's certificate, for themselves and for whoever records trainings at their site. */
export const GET = route<{ id: string; document: string }>(async ({ params, person }) => {
  if (person.id !== params.id) await requireAt(database(), person, "train", params.id);
  return fileAnswer(await certificateOf(database(), params.id, params.document));
});
