/** What went wrong, in words. It is there from the first, empty, so that a screen reader says what comes into it. */
export const Problem = ({ children, className = "" }: { children: string; className?: string }) => (
  <p
    role="alert"
    className={children === "" ? "sr-only" : `border-[2.5px] border-tag p-3 font-semibold ${className}`}
  >
    {children}
  </p>
);
