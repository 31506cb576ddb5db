import type pg from "pg";

/** The statements one would write by hand for a page, and nothing besides. */
const ask =
  (name: string, text: string) =>
  (client: pg.Client, ...values: readonly unknown[]) =>
    client.query({ name, text, values: [...values] });

export const bareShift = ask(
  "bare shift",
  `SELECT n.shift_id, n.crew, n.place, n.inspector_id, u.id, u.plate, u.family, u.sheet_version_id, p.name AS inspector, s.*, g.name AS signer,
     w.name AS walking, w.started_at, w.done
   FROM shift_need n JOIN unit u ON u.id = n.unit_id JOIN unit_standing s ON s.unit_id = u.id
     LEFT JOIN person p ON p.id = n.inspector_id LEFT JOIN person g ON g.id = s.signed_by
     LEFT JOIN LATERAL (SELECT q.name, i.started_at,
         (SELECT count(DISTINCT e.payload->>'check') FROM inspection_event e WHERE e.inspection_id = i.id AND e.type <> 'changed') AS done
       FROM inspection i JOIN person q ON q.id = i.person_id
       WHERE i.unit_id = u.id AND i.scope->>'kind' = 'full' AND i.started_at > '2026-06-10T01:40:00Z'
         AND NOT EXISTS (SELECT FROM seal l WHERE l.inspection_id = i.id) ORDER BY i.started_at DESC LIMIT 1) w ON true
   WHERE n.site_id = $1 ORDER BY u.plate`,
);

export const bareUnits = ask(
  "bare units",
  `SELECT u.id, u.plate, u.family, u.serial, u.sheet_version_id, s.*, g.name AS signer FROM unit u JOIN unit_standing s ON s.unit_id = u.id
     LEFT JOIN person g ON g.id = s.signed_by WHERE u.site_id = $1 ORDER BY u.plate LIMIT 100`,
);

export const bareUnit = ask(
  "bare unit",
  `SELECT u.*, s.*, v.content, v.version, h.name,
     (SELECT json_agg(x) FROM (SELECT l.inspection_id, l.outcome, l.scope, l.signed_at, l.started_at, p.name FROM seal l
        JOIN person p ON p.id = l.signed_by WHERE l.unit_id = u.id ORDER BY l.signed_at DESC LIMIT 28) x) AS history,
     (SELECT json_agg(m) FROM (SELECT o.*, p.name AS by FROM open_matter o JOIN person p ON p.id = o.found_by
        WHERE o.unit_id = u.id ORDER BY o.found_at DESC LIMIT 40) m) AS findings,
     (SELECT json_agg(t) FROM standing_tag t WHERE t.unit_id = u.id) AS tags,
     (SELECT json_agg(f) FROM (SELECT check_key, put_right, found_at FROM finding WHERE unit_id = u.id AND put_right IS NOT NULL
        ORDER BY found_at DESC LIMIT 8) f) AS top_ups,
     (SELECT json_agg(c) FROM figure_claim c WHERE c.unit_id = u.id) AS claims,
     (SELECT json_agg(g) FROM unit_figure g WHERE g.unit_id = u.id) AS figures
   FROM unit u JOIN unit_standing s ON s.unit_id = u.id LEFT JOIN sheet_version v ON v.id = u.sheet_version_id
     LEFT JOIN sheet h ON h.id = v.sheet_id WHERE u.plate = $1`,
);
