import { useTranslations } from "next-intl";
import type { PlanState } from "@/core/plan/variables";

const order = [
  "who",
  "key",
  "stop.ground",
  "stop.platform",
  "disconnect",
  "engine",
  "takeOff",
  "outriggers",
  "axles",
  "posture",
  "prop",
  "valve.descent",
  "turntableLock",
  "incline",
];

/** The state the machine is to be in now, the variables that just changed in brass. */
export function StateStrip({
  state,
  changed,
  title,
}: {
  state: PlanState;
  changed: ReadonlySet<string>;
  title: string;
}) {
  const t = useTranslations();
  return (
    <section aria-label={title} className="border-t border-line bg-chalk2 px-5 py-2.5">
      <p className="font-semibold text-ink2">{title}</p>
      <ul className="mt-1.5 flex flex-wrap gap-1.5">
        {order
          .filter(
            (id) =>
              state[id] !== undefined &&
              !(id === "incline" && state[id] === "level") &&
              !(id === "prop" && state[id] === "parked"),
          )
          .map((id) => (
            <li
              key={id}
              className={`border-[1.5px] px-2 py-0.5 ${changed.has(id) ? "border-brass bg-brass text-brassink" : "border-ink3 bg-chalk"}`}
            >
              {t(`variable.${id}`)} <b>{t(`value.${state[id]}`)}</b>
            </li>
          ))}
      </ul>
    </section>
  );
}
