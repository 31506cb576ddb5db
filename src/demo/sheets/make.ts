import type { Sheet } from "../../core/sheet/sheet";
import type { Family } from "../../core/vocabulary/families";
import { type FeatureId, featuresOf } from "../../core/vocabulary/features";
import type { FigureId } from "../../core/vocabulary/figures";
import { type PositionId, positionsOf } from "../../core/vocabulary/positions";

interface Made extends Pick<Sheet, "maker" | "model" | "family" | "power" | "tyres" | "stopButtons"> {
  /** Page of the invented manual on which the figures stand. */
  readonly page: string;
  readonly fitted: readonly FeatureId[];
  readonly unknown?: readonly FeatureId[];
  readonly choices?: Sheet["choices"];
  readonly alarms?: Sheet["alarms"];
  readonly lamps?: Sheet["lamps"];
  readonly figures: Partial<Record<FigureId, number>>;
  /** Where the stowed platform's outline and the chassis differ from the usual places of the family. */
  readonly positions?: Partial<Record<PositionId, readonly [number, number]>>;
  readonly without?: readonly PositionId[];
  /** Its manual has no range-of-motion diagram. */
  readonly noDiagram?: true;
}

/**
 * An invented model's sheet. What is not fitted is confirmed by two invented people with the manual's page, as
 * the app asks of everybody.
 */
export function makeSheet(made: Made): Sheet {
  const { page, fitted, unknown = [], figures, positions = {}, without = [], noDiagram, ...rest } = made;
  const entryOf = (id: FeatureId): Sheet["features"][FeatureId] => {
    if (fitted.includes(id)) return { fit: "fitted" };
    if (unknown.includes(id)) return { fit: "unknown" };
    return { fit: "not_fitted", manualPage: page, enteredBy: "M. Sallow", confirmedBy: "P. Thrale" };
  };
  const places = { ...placesOf(made.family, figures), ...positions };
  const outlines = noDiagram ? undefined : outlinesOf(figures, page);
  return {
    schema: 1,
    ...rest,
    ...(outlines === undefined ? {} : { outlines }),
    features: Object.fromEntries(featuresOf(made.family).map((id) => [id, entryOf(id)])),
    figures: Object.fromEntries(Object.entries(figures).map(([id, value]) => [id, { value, page }])),
    positions: Object.fromEntries(
      positionsOf(made.family).flatMap((id) => {
        const at = places[id];
        return at === undefined || without.includes(id) ? [] : [[id, { xM: at[0], yM: at[1] }]];
      }),
    ),
  };
}

/** An invented range-of-motion diagram for each load range of a boom, drawn through its own height and outreach. */
function outlinesOf(figures: Made["figures"], page: string): Sheet["outlines"] {
  const { platform_height: heightM, outreach, outreach_heavy: heavy } = figures;
  if (heightM === undefined || outreach === undefined) return undefined;
  const drawn = (outM: number) => ({
    page,
    points: [
      [0.16 * outM, 0],
      [0.95 * outM, 0],
      [outM, 0.14 * heightM],
      [outM, 0.42 * heightM],
      [0.86 * outM, 0.66 * heightM],
      [0.62 * outM, 0.84 * heightM],
      [0.3 * outM, 0.96 * heightM],
      [0.1 * outM, heightM],
      [0, heightM],
      [0, 0.3 * heightM],
    ].map(([x = 0, y = 0]) => ({ outM: Math.round(x * 10) / 10, heightM: Math.round(y * 10) / 10 })),
  });
  return { usual: drawn(outreach), ...(heavy === undefined ? {} : { heavy: drawn(heavy) }) };
}

type Places = Partial<Record<PositionId, readonly [number, number]>>;

const round = (n: number) => Math.round(n * 100) / 100;

/** The usual places of a family's parts, from the model's own dimensions. */
function placesOf(family: Family, figures: Made["figures"]): Places {
  const f = (id: FigureId, otherwise: number) => figures[id] ?? otherwise;
  const halfBase = f("wheelbase", 2) / 2;
  const halfWidth = f("width", 1.2) / 2;
  const halfLength = f("length", 2.4) / 2;
  const at = (x: number, y: number): readonly [number, number] => [round(x), round(y)];
  const wheels: Places = {
    wheel_front_left: at(halfBase, halfWidth),
    wheel_front_right: at(halfBase, -halfWidth),
    wheel_rear_left: at(-halfBase, halfWidth),
    wheel_rear_right: at(-halfBase, -halfWidth),
  };
  const spreadX = f("legs_spread_length", halfBase * 2.4) / 2;
  const legs: Places = {
    leg_front_left: at(halfBase * 1.15, halfWidth),
    leg_front_right: at(halfBase * 1.15, -halfWidth),
    leg_rear_left: at(-Math.min(spreadX, halfBase * 1.15), halfWidth),
    leg_rear_right: at(-Math.min(spreadX, halfBase * 1.15), -halfWidth),
  };
  const ends: Places = { chassis_front: at(halfBase + 0.4, 0), chassis_rear: at(-halfBase - 0.4, 0) };
  const trays: Places = {
    battery_tray: at(0.15, -halfWidth),
    hydraulic_tray: at(-0.1, halfWidth),
    ground_panel: at(-halfBase * 0.4, -halfWidth),
    disconnect: at(halfBase * 0.55, -halfWidth),
    charger_plug: at(-halfLength, -0.25),
    descent_control: at(-halfLength, 0.15),
    brake_release: at(-halfBase * 0.7, halfWidth),
    documents_box: at(-halfLength + 0.1, -halfWidth * 0.7),
  };
  switch (family) {
    case "slab_scissor":
      return {
        ...wheels,
        ...trays,
        chassis_front: at(halfLength, 0),
        chassis_rear: at(-halfLength, -halfWidth * 0.6),
        entry: at(-halfLength, halfWidth * 0.5),
      };
    case "rough_terrain_scissor":
      return {
        ...wheels,
        ...legs,
        ...trays,
        ...ends,
        engine_bay: at(0.3, -halfWidth),
        fuel_tank: at(-0.4, -halfWidth),
        freewheel_valve: at(halfBase * 0.6, halfWidth),
        entry: at(-halfLength, 0.2),
      };
    case "vertical_mast":
      return {
        ...wheels,
        ...trays,
        ...ends,
        mast_side: at(halfBase * 0.4, halfWidth),
        entry: at(-halfLength, 0.1),
      };
    case "push_around_mast":
      return {
        caster_front_left: at(halfBase, halfWidth),
        caster_front_right: at(halfBase, -halfWidth),
        caster_rear_left: at(-halfBase, halfWidth),
        caster_rear_right: at(-halfBase, -halfWidth),
        ...ends,
        mast_side: at(0.3, halfWidth),
        entry: at(-halfLength, 0.1),
        documents_box: at(0.1, -halfWidth),
        ...(figures.battery_rest_voltage_min === undefined
          ? {}
          : {
              battery_tray: at(0.2, -halfWidth),
              ground_panel: at(-0.2, -halfWidth),
              charger_plug: at(halfBase, 0),
              descent_control: at(-0.3, halfWidth),
              hydraulic_tray: at(0.4, halfWidth),
            }),
      };
    case "towable_boom":
      return {
        wheel_rear_left: at(0, halfWidth),
        wheel_rear_right: at(0, -halfWidth),
        ...legs,
        drawbar: at(halfLength * 0.95, 0),
        chassis_rear: at(-halfBase - 0.3, 0),
        turntable_left: at(0.2, halfWidth),
        turntable_right: at(-0.2, -halfWidth),
        ground_panel: at(-0.5, halfWidth),
        battery_tray: at(0.5, -halfWidth),
        hydraulic_tray: at(0.6, halfWidth),
        charger_plug: at(0.8, -halfWidth),
        boom_end: at(-halfLength * 0.9, -0.3),
        entry: at(-halfLength * 0.9, 0.3),
        documents_box: at(0.3, halfWidth),
      };
    case "tracked_spider":
      return {
        track_left: at(0.1, halfWidth),
        track_right: at(0.1, -halfWidth),
        ...legs,
        ...ends,
        turntable_left: at(-0.3, halfWidth),
        turntable_right: at(-0.4, -halfWidth),
        ground_panel: at(0.5, halfWidth),
        hydraulic_tray: at(-0.6, halfWidth),
        engine_bay: at(0.5, -halfWidth),
        battery_tray: at(0, -halfWidth),
        boom_end: at(halfLength * 0.9, -0.2),
        entry: at(halfLength * 0.9, 0.3),
        documents_box: at(0.8, 0.3),
      };
    case "vehicle_boom":
      return {
        ...wheels,
        ...legs,
        cab: at(halfLength * 0.8, halfWidth),
        chassis_front: at(halfLength, 0),
        chassis_rear: at(-halfLength, 0),
        turntable_left: at(-0.9, halfWidth),
        turntable_right: at(-0.9, -halfWidth),
        ground_panel: at(-halfBase * 0.8, halfWidth),
        hydraulic_tray: at(-0.2, halfWidth),
        engine_bay: at(halfLength * 0.75, -halfWidth),
        fuel_tank: at(0.4, -halfWidth),
        boom_end: at(-halfLength, -0.6),
        entry: at(-halfLength, 0.6),
        documents_box: at(halfLength * 0.7, halfWidth),
      };
    default:
      return {
        ...wheels,
        ...ends,
        engine_bay: at(-0.1, -halfWidth),
        turntable_left: at(-0.7, halfWidth),
        turntable_right: at(0.6, -halfWidth),
        ground_panel: at(0.35, halfWidth),
        hydraulic_tray: at(-0.35, halfWidth),
        fuel_tank: at(-0.6, -halfWidth),
        battery_tray: at(0.3, -halfWidth),
        disconnect: at(-halfBase - 0.35, halfWidth * 0.5),
        brake_release: at(halfBase + 0.3, halfWidth * 0.4),
        freewheel_valve: at(-halfBase - 0.3, -halfWidth * 0.5),
        boom_end: at(figures.length === undefined ? 3 : figures.length - halfBase - 0.6, -0.4),
        entry: at(figures.length === undefined ? 3 : figures.length - halfBase - 0.6, 0.5),
        documents_box: at(figures.length === undefined ? 2.8 : figures.length - halfBase - 1.1, 0.7),
      };
  }
}

/** A stop button at the ground station and one in the platform. */
export const twoButtons = [
  { id: "ground", at: "ground", resets: "twist" },
  { id: "platform", at: "platform", resets: "pull" },
] as const;
