// Apart from the schema of events: what makes them does not read them, and a tablet need not load what does.

/** The form events are made in today; older ones are read through `upcast`. */
export const eventSchemaVersion = 2;

/** Pictures of one finding, at most. */
export const mostPictures = 4;
