/** What every tab with an open walk holds. A lock ends with its tab, however that ends. */
const lock = "rook-step-walk";

/** Says that a walk is open in this tab, until what is given back is called. */
export function walkIsOpen(): () => void {
  let close: () => void = () => undefined;
  const open = new Promise<void>((resolve) => {
    close = resolve;
  });
  void navigator.locks?.request(lock, { mode: "shared" }, () => open);
  return () => close();
}

/** Whether a walk is open in any tab of this device. */
export async function anyWalkOpen(): Promise<boolean> {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  return held.some(({ name }) => name === lock);
}
