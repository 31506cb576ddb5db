/** The query of a page's address, as the framework gives it. */
export type PageQuery = Promise<Readonly<Record<string, string | readonly string[] | undefined>>>;

const most = 80;

/** Each value once and short; of one that is given several times the first. */
export function queryOf(query: Awaited<PageQuery>): Readonly<Record<string, string | undefined>> {
  return Object.fromEntries(
    Object.entries(query).map(([name, given]) => {
      const first = typeof given === "string" ? given : given?.[0];
      return [
        name,
        first === undefined || first === "" ? undefined : first.replaceAll("\0", "").slice(0, most),
      ];
    }),
  );
}

/** A moment given in milliseconds; undefined for anything else. */
export function momentOf(given: string | undefined): Date | undefined {
  return given !== undefined && /^\d{1,13}$/.test(given) ? new Date(Number(given)) : undefined;
}
