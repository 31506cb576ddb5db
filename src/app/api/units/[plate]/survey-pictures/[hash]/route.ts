import { pictureLimits, pictureType } from "@/contract/picture";
import { database } from "@/server/database/database";
import { bytesOf } from "@/server/http/body";
import { route } from "@/server/http/route";
import { surveyPicture, takeSurveyPicture } from "@/server/surveys/pictures";
import { unitFor } from "@/server/units/by-plate";

interface Named {
  readonly plate: string;
  readonly hash: string;
}

/** A picture of a hazard, sent before the survey that names it. */
export const PUT = route<Named>(async ({ request, params: { plate, hash }, person, at }) => {
  const unitId = await unitFor(database(), plate, person, "inspect");
  const bytes = await bytesOf(request, pictureLimits.mostBytes);
  await takeSurveyPicture(database(), unitId, hash, bytes, person.id, at);
});

export const GET = route<Named>(async ({ params: { plate, hash }, person }) => {
  const unitId = await unitFor(database(), plate, person, "see");
  return new Response(new Uint8Array(await surveyPicture(database(), unitId, hash)), {
    headers: {
      "content-type": pictureType,
      "cache-control": "private, max-age=31536000, immutable",
      "x-content-type-options": "nosniff",
      "content-security-policy": "default-src 'none'",
    },
  });
});
