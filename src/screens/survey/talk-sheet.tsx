import type { TalkPart } from "./talk";
import type { T } from "./words";

/** The pre-start talk, large enough to be read to a crew from a tablet. */
export function TalkSheet({ t, parts }: { t: T; parts: readonly TalkPart[] }) {
  return (
    <div className="grid gap-4">
      {parts
        .filter(({ lines }) => lines.length > 0)
        .map(({ part, lines }) => (
          <section key={part} className={part === "keep" ? "border-[3px] border-ink p-3" : ""}>
            <h2 className="text-[20px] font-bold">{t(`talk.part.${part}`)}</h2>
            {part === "rescue" ? (
              <ol className="ml-6 list-decimal">
                {lines.map((line) => (
                  <li key={line} className="py-1 text-[18px]">
                    {line}
                  </li>
                ))}
              </ol>
            ) : (
              <ul className="ml-5 list-[square]">
                {lines.map((line) => (
                  <li
                    key={line}
                    className={`py-1 text-[18px] ${part === "keep" || part === "stop" ? "font-semibold" : ""}`}
                  >
                    {line}
                  </li>
                ))}
              </ul>
            )}
          </section>
        ))}
    </div>
  );
}
