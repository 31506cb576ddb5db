import NextLink from "next/link";

/**
 * A link to a page of the app, read when it is touched: reading ahead what nobody may open costs a tablet in the yard its
 * signal and its first second.
 */
export const Link = (props: React.ComponentProps<typeof NextLink>) => (
  <NextLink prefetch={false} {...props} />
);
