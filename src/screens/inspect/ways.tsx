"use client";

/** Ways to come by a figure, one of which is in use. */
export function Ways<Id extends string>({
  name,
  ways,
  way,
  onWay,
}: {
  name: string;
  ways: readonly { readonly id: Id; readonly words: string }[];
  way: Id;
  onWay: (next: Id) => void;
}) {
  return (
    <fieldset className="flex basis-full flex-wrap gap-1">
      <legend className="sr-only">{name}</legend>
      {ways.map(({ id, words }) => (
        <label
          key={id}
          className={`flex min-h-[48px] cursor-pointer items-center px-2.5 text-[17px] has-focus-visible:outline-[3px] ${id === way ? "border-b-[3px] border-ink font-bold" : "border-b-[3px] border-transparent underline"}`}
        >
          <input type="radio" className="sr-only" checked={id === way} onChange={() => onWay(id)} />
          {words}
        </label>
      ))}
    </fieldset>
  );
}
