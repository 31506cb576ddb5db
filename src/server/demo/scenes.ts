import { createHash } from "node:crypto";
import sharp from "sharp";

/** Pictures people took of a finding, drawn: the top rail of the hired boom, at hire-in and when it came back, and that of a scissor. */
const scenes = {
  rail_at_hire_in: { from: 0, scuffMm: 95, light: "#c9c3b2" },
  rail_from_door: { from: 90, scuffMm: 120, light: "#d2cdbd" },
  rail_at_hire_out: { from: 26, scuffMm: 98, light: "#b9b6ab" },
} as const satisfies Record<string, { from: number; scuffMm: number; light: string }>;

export type SceneId = keyof typeof scenes;

export interface Picture {
  readonly hash: string;
  readonly bytes: Buffer;
}

const drawn = new Map<SceneId, Promise<Picture>>();

/** A scene as a JPEG, the same bytes each time. */
export function pictureOf(id: SceneId): Promise<Picture> {
  const known = drawn.get(id) ?? draw(id);
  drawn.set(id, known);
  return known;
}

async function draw(id: SceneId): Promise<Picture> {
  const { from, scuffMm, light } = scenes[id];
  const [x, y] = [250 + from, 208];
  const scratches = Array.from(
    { length: 9 },
    (_, n) =>
      `<path d="M${x + n * 4} ${y + n * 5} l${scuffMm * 2.1 - n * 7} ${6 - n}" stroke="#6d6a61" stroke-width="${2 + (n % 3)}"/>`,
  ).join("");
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600">
<rect width="800" height="600" fill="${light}"/>
<rect y="380" width="800" height="220" fill="#8d8a7e"/>
<rect x="${120 + from}" y="180" width="46" height="360" fill="#3f5f57"/>
<rect x="${610 + from}" y="180" width="46" height="360" fill="#3f5f57"/>
<rect x="0" y="180" width="800" height="66" fill="#4c7268"/>
<rect x="0" y="180" width="800" height="12" fill="#7fa096"/>
<g fill="none" stroke-linecap="round">${scratches}</g>
<rect x="${x - 8}" y="262" width="${scuffMm * 2.1 + 30}" height="26" fill="#e6e0c8"/>
${Array.from({ length: 11 }, (_, n) => `<path d="M${x + n * 20} 262 v${n % 5 === 0 ? 18 : 10}" stroke="#222" stroke-width="2"/>`).join("")}
</svg>`;
  const bytes = await sharp(Buffer.from(svg)).jpeg({ quality: 72 }).toBuffer();
  return { hash: createHash("sha256").update(bytes).digest("hex"), bytes };
}
