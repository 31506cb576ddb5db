import pg from "pg";

/** As many statements as a connection keeps prepared; the app has some two hundred. */
const most = 500;
/** A list of another length is another statement: long ones come once and are not worth keeping. */
const mostValues = 40;
/** A statement that begins so has its values in its text, and is planned by them each time. */
export const byItsValues = "/* by its values */";
const names = new Map<string, string>();

function nameOf(text: string): string | undefined {
  let name = names.get(text);
  if (name === undefined && names.size < most) {
    name = `s${names.size}`;
    names.set(text, name);
  }
  return name;
}

/**
 * A connection that has the database keep each statement it is given with parameters: planning the standing of a unit,
 * which looks through several views, takes twenty times as long as answering it.
 */
export class NamedClient extends pg.Client {
  // biome-ignore lint/suspicious/noExplicitAny: the library's own signature has a dozen forms; two of them are ours.
  override query(...args: any[]): any {
    const [text, values, ...rest] = args;
    const kept =
      typeof text === "string" &&
      !text.startsWith(byItsValues) &&
      Array.isArray(values) &&
      values.length > 0 &&
      values.length <= mostValues;
    const name = kept ? nameOf(text) : undefined;
    // biome-ignore lint/suspicious/noExplicitAny: as above.
    const query = super.query.bind(this) as (...some: any[]) => any;
    return name === undefined ? query(...args) : query({ name, text, values }, ...rest);
  }
}
