import { VerifyView } from "@/screens/record/verify-view";
import { database } from "@/server/database/database";
import { verifyEntry } from "@/server/records/read";

export const metadata = { title: "Verification" };
export const dynamic = "force-dynamic";

/** Open to anyone who holds the printed code: it tells whether the entry holds, and nothing of what was found. */
export default async function VerifyPage({ params }: { params: Promise<{ hash: string }> }) {
  const { hash } = await params;
  const entry = /^[0-9a-f]{64}$/.test(hash) ? await verifyEntry(database(), hash) : undefined;
  if (entry === undefined) return <VerifyView entry={undefined} />;
  const { plate, position, count, recordedAt, broken } = entry;
  return (
    <VerifyView
      entry={{
        hash,
        plate,
        position,
        count,
        recordedAtMs: recordedAt.getTime(),
        broken: broken === undefined ? undefined : `${broken.position}: ${broken.detail}`,
      }}
    />
  );
}
