import { type PictureTaken, pictureLimits } from "@/contract/picture";
import { type KeptPicture, localStore } from "../local-store";
import { type Link, putBytes, tryAgain } from "../send-json";

/** How many pictures wait, and how many the server refused. */
export async function countPictures(): Promise<{ readonly waiting: number; readonly refused: number }> {
  const count = (state: KeptPicture["state"]) => localStore().pictures.where({ state }).count();
  return { waiting: await count("to_send"), refused: await count("refused") };
}

/** Sends each picture that waits, bit by bit, from where it was left. Gives why it stopped, or that all went. */
export async function sendPictures(): Promise<{ readonly link: Link; readonly detail?: string }> {
  let last: { link: Link; detail?: string } = { link: "sent" };
  // One in memory at a time, of however many.
  for (const key of await localStore().pictures.where({ state: "to_send" }).primaryKeys()) {
    const picture = await localStore().pictures.get(key);
    if (picture?.state !== "to_send") continue;
    const answer = await sendPicture(picture);
    if (answer.link !== "sent") last = answer;
    if (tryAgain(answer.link)) return answer;
  }
  return last;
}

async function sendPicture({ hash, inspectionId, bytes, ...kept }: KeptPicture) {
  const note = (more: Partial<KeptPicture>) => localStore().pictures.update([inspectionId, hash], more);
  let from = kept.sent;
  for (;;) {
    const path = `/api/inspections/${inspectionId}/pictures/${hash}?from=${from}&size=${bytes.size}`;
    const answer = await putBytes<PictureTaken>(
      path,
      bytes.slice(from, from + pictureLimits.chunkBytes),
      kept.signed,
    );
    if (answer.link !== "sent") {
      // Another person's walk waits for its person; what is no picture to the server waits for somebody to say so.
      if (answer.link === "refused" && answer.problem !== "not-yours")
        await note({ state: "refused", problem: answer.detail ?? "" });
      return answer;
    }
    const { have, whole } = answer.data;
    await note({ sent: have, ...(whole ? { state: "sent" as const } : {}) });
    if (whole) return answer;
    if (have <= from && have !== 0) return { link: "server_trouble" as const };
    from = have;
  }
}
