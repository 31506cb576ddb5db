import { sql } from "kysely";
import { createTransport, type Transporter } from "nodemailer";
import { mostTries, triedAgainMin } from "@/core/shift/telling";
import type { Db } from "@/server/database/database";
import { log } from "@/server/log";

/** Letters sent in one go. */
const atOnce = 50;
/** Letters are kept so long, sent or not. */
const keptDays = 30;
const answersWithinMs = 10_000;

/** The mail server of a yard, by its address. */
export const transportOf = (url: string): Transporter =>
  createTransport({
    url,
    connectionTimeout: answersWithinMs,
    greetingTimeout: answersWithinMs,
    socketTimeout: answersWithinMs,
  });

/**
 * Sends what is due, one after another, each under its row's lock, so that two servers send none twice. What is not taken is tried
 * again, ever less often; every letter has an id of its own, by which a mailbox knows one that came twice. Gives how many went.
 */
export async function sendMail(db: Db, transport: Transporter, from: string, at: Date): Promise<number> {
  await db
    .deleteFrom("mailOut")
    .where("madeAt", "<", new Date(at.getTime() - keptDays * 86_400_000))
    .execute();
  let sent = 0;
  for (let i = 0; i < atOnce; i++) {
    const went = await db.transaction().execute(async (trx) => {
      const letter = await trx
        .selectFrom("mailOut as m")
        .innerJoin("mailChoice as c", "c.personId", "m.personId")
        .select(["m.no", "m.subject", "m.words", "m.tries", "c.address"])
        .where("m.sentAt", "is", null)
        .where("m.sendFrom", "<=", at)
        .where("m.tries", "<", mostTries)
        .orderBy("m.no")
        .limit(1)
        .forUpdate("m")
        .skipLocked()
        .executeTakeFirst();
      if (letter === undefined) return "none";
      const { no, subject, words, tries, address } = letter;
      const row = trx.updateTable("mailOut").where("no", "=", no);
      try {
        await transport.sendMail({
          from,
          to: address,
          subject,
          text: words,
          messageId: `<${no}@rook-step.invalid>`,
        });
        await row.set({ sentAt: at }).execute();
        return "sent";
      } catch (error) {
        const again = new Date(at.getTime() + triedAgainMin(tries) * 60_000);
        await row.set({ tries: sql<number>`tries + 1`, sendFrom: again }).execute();
        log.warn({ error: String(error), no }, "a letter was not sent; it is tried again");
        return "failed";
      }
    });
    if (went === "sent") sent += 1;
    if (went !== "sent") break;
  }
  return sent;
}
