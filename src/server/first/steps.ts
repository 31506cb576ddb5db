import { sql } from "kysely";
import type { Db } from "@/server/database/database";

/** What a site has of what its first walk needs. */
export async function firstSteps(db: Db, siteId: string, at: Date) {
  const { rows } = await sql<{
    sheet: boolean;
    plate: string | null;
    operatorId: string | null;
    trained: boolean;
    /** Null where no unit asks for it. */
    familiar: boolean | null;
    walk: boolean;
    place: boolean;
  }>`SELECT
    EXISTS (SELECT FROM sheet) AS sheet,
    (SELECT min(plate) FROM unit WHERE site_id = ${siteId} AND retired_at IS NULL) AS plate,
    (SELECT r.person_id FROM person_role r JOIN person p ON p.id = r.person_id AND p.active
      WHERE r.site_id = ${siteId} AND r.role = 'operator' ORDER BY p.badge LIMIT 1) AS operator_id,
    EXISTS (SELECT FROM authorisation a JOIN person_role r ON r.person_id = a.person_id
      WHERE r.site_id = ${siteId} AND a.until > ${at}) AS trained,
    (SELECT bool_or(EXISTS (SELECT FROM person_role r WHERE r.site_id = u.site_id AND is_trained(r.person_id, u.id, ${at})
        AND is_familiar(r.person_id, u.id, ${at}))) FROM unit u JOIN site s ON s.id = u.site_id
      WHERE u.site_id = ${siteId} AND u.retired_at IS NULL AND policy_for(s.policy, u.family)->>'familiarity' = 'model') AS familiar,
    EXISTS (SELECT FROM inspection i JOIN unit u ON u.id = i.unit_id WHERE u.site_id = ${siteId}) AS walk,
    EXISTS (SELECT FROM place WHERE site_id = ${siteId}) AS place`.execute(db);
  const row = rows[0];
  return {
    sheet: row?.sheet ?? false,
    unit: row?.plate != null,
    operator: row?.operatorId != null,
    trained: row?.trained ?? false,
    familiar: row?.familiar ?? undefined,
    walk: row?.walk ?? false,
    place: row?.place ?? false,
    plate: row?.plate ?? undefined,
    operatorId: row?.operatorId ?? undefined,
  };
}
