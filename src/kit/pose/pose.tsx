import type { Sheet } from "@/core/sheet/sheet";
import type { PlanState } from "@/core/vocabulary/state/values";
import { Hatch } from "../hatch";
import { Body, boundsOf, pathOf } from "./body";
import { elevationOf, memberOf, type Point, stanceOf } from "./geometry";
import { Ghost } from "./ghost";
import { movedElevation } from "./moved";

const size = { width: 676, height: 430 };

/**
 * The unit in side elevation in the posture it should be in now, drawn from the plan's state, with the part
 * that should move next in brass and the person where they stand.
 */
export function Pose({
  sheet,
  state,
  moving,
  after,
  words,
  you,
}: {
  sheet: Sheet;
  state: PlanState;
  moving?: { readonly function: string; readonly direction: string };
  /** How it is left, where that is another posture. */
  after?: PlanState | undefined;
  words: string;
  you: string;
}) {
  const e = elevationOf(sheet, stanceOf(state));
  const ghost =
    after !== undefined
      ? elevationOf(sheet, stanceOf(after))
      : moving === undefined
        ? undefined
        : movedElevation(sheet, stanceOf(state), moving);
  const afterwards = ghost === undefined ? [] : [...ghost.members.map(({ to }) => to), top(ghost)];
  const { minX, maxX, maxY } = boundsOf(e, [{ x: e.ground.x - 0.4, y: 0 }, ...afterwards]);
  const scale = Math.min(size.width / (maxX - minX), (size.height - 70) / maxY, 110);
  const offsetX = (size.width - (maxX - minX) * scale) / 2;
  const floor = size.height - 34;
  const px = (p: Point) => ({ x: offsetX + (p.x - minX) * scale, y: floor - p.y * scale });
  const mover = moving === undefined ? undefined : memberOf(moving.function);
  const hue = (part: string) => (mover === part ? "var(--brass)" : "var(--chalk)");
  const aloft = state["who"] === "platform";
  const person = aloft ? px({ x: e.platform.x + e.platform.lengthM / 2, y: e.platform.y }) : px(e.ground);
  return (
    <svg viewBox={`0 0 ${size.width} ${size.height}`} className="h-auto w-full" role="img" aria-label={words}>
      <defs>
        <Hatch id="earth" kind="earth" />
        <pattern
          id="pose-grid"
          width={scale / 2}
          height={scale / 2}
          patternUnits="userSpaceOnUse"
          x={offsetX % (scale / 2)}
          y={floor % (scale / 2)}
        >
          <path d={`M${scale / 2} 0H0V${scale / 2}`} fill="none" stroke="var(--line)" />
        </pattern>
      </defs>
      <rect width={size.width} height={floor} fill="url(#pose-grid)" />
      <path d={`M0 ${floor}H${size.width}`} stroke="var(--ink)" strokeWidth="3" />
      <rect y={floor + 2} width={size.width} height="12" fill="url(#earth)" />
      {/* On a phone the card's own heading says it, in letters that can be read. */}
      <text x="16" y="30" fontSize="18" fontWeight="650" fill="var(--ink)" className="max-md:hidden">
        {words}
      </text>
      <Body elevation={e} px={px} scale={scale} hue={hue} />
      {ghost === undefined ? null : <Ghost elevation={ghost} px={px} scale={scale} />}
      {state["prop"] === "set" ? (
        <path
          d={pathOf(
            [
              { x: 0.15, y: e.chassis[2]?.y ?? 0 },
              { x: 0.15, y: (e.members[1]?.to.y ?? 1) - 0.1 },
            ].map(px),
          )}
          stroke="var(--brass)"
          strokeWidth="9"
        />
      ) : null}
      {mover === undefined || moving === undefined ? null : (
        <Arrow at={moverPoint(e, mover, px)} direction={moving.direction} />
      )}
      <Person x={person.x} y={person.y} label={you} scale={scale} />
      {state.mats === "laid" && state.outriggers === "out"
        ? e.legs.map(({ foot }) => {
            const at = px(foot);
            return (
              <path key={`${foot.x}`} d={`M${at.x - 22} ${at.y}h44`} stroke="var(--brass)" strokeWidth="8" />
            );
          })
        : null}
      {aloft && state.harness === "clipped" ? (
        <Lanyard from={person} to={px({ x: e.platform.x + e.platform.lengthM, y: e.platform.y + 0.15 })} />
      ) : null}
    </svg>
  );
}

const top = ({ platform }: ReturnType<typeof elevationOf>): Point => ({
  x: platform.x + platform.lengthM,
  y: platform.y + platform.railM,
});

function moverPoint(e: ReturnType<typeof elevationOf>, mover: string, px: (p: Point) => Point): Point {
  const member = e.members.findLast((m) => m.function === mover);
  if (member !== undefined)
    return px({ x: (member.from.x + member.to.x) / 2, y: (member.from.y + member.to.y) / 2 });
  if (mover === "platform")
    return px({ x: e.platform.x + e.platform.lengthM / 2, y: e.platform.y + e.platform.railM });
  const [leg] = e.legs;
  if (mover === "legs" && leg !== undefined) return px(leg.knee);
  const body = mover === "turntable" ? e.turntable : e.chassis;
  return px({ x: 0, y: body[2]?.y ?? 0.5 });
}

/** Degrees the arrow is turned from pointing up. Forward is drawn to the right. */
const turned: Readonly<Record<string, number>> = {
  up: 0,
  out: 90,
  forward: 90,
  down: 180,
  in: 270,
  reverse: 270,
};

/** Marks the part in motion and which way; a turn to a side, which an elevation cannot show, as a bent arrow. */
function Arrow({ at, direction }: { at: Point; direction: string }) {
  const look = {
    fill: "var(--brass)",
    stroke: "var(--ink)",
    strokeWidth: 2.5,
    strokeLinejoin: "round" as const,
  };
  const y = at.y - 58;
  const angle = turned[direction];
  if (angle !== undefined) {
    return (
      <path
        d="M-9 20v-18h-9l18 -22 18 22h-9v18z"
        transform={`translate(${at.x} ${y}) rotate(${angle})`}
        {...look}
      />
    );
  }
  return (
    <path
      d="M-26 -12l20 -16v10c18 0 28 12 28 34h-14c0 -14 -4 -20 -14 -20v10z"
      transform={`translate(${at.x} ${y}) scale(${direction === "right" ? -1 : 1} 1)`}
      {...look}
    />
  );
}

/** From whoever is aboard out and down to a marked anchor at the platform's floor. */
function Lanyard({ from, to }: { from: Point; to: Point }) {
  const back = { x: from.x + 22, y: from.y - 40 };
  return (
    <g fill="none" stroke="var(--brass)" strokeWidth="4">
      <path
        d={`M${back.x} ${back.y} C${back.x + 34} ${back.y - 12} ${to.x + 34} ${to.y + 6} ${to.x} ${to.y}`}
      />
      <circle cx={to.x} cy={to.y} r="6" fill="var(--chalk)" />
    </g>
  );
}

function Person({ x, y, label, scale }: { x: number; y: number; label: string; scale: number }) {
  const tall = Math.max(46, 1.5 * scale * 0.6);
  return (
    <g>
      <rect
        x={x - 22}
        y={y - tall}
        width={44}
        height={tall}
        fill="var(--chalk)"
        stroke="var(--ink)"
        strokeWidth="3"
      />
      <text
        x={x}
        y={y - tall - 10}
        textAnchor="middle"
        fontWeight="700"
        fill="var(--ink)"
        stroke="var(--chalk)"
        strokeWidth="7"
        paintOrder="stroke"
        className="text-[17px] max-md:text-[30px]"
      >
        {label}
      </text>
    </g>
  );
}
