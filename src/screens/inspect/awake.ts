import { useEffect } from "react";

/** Keeps the screen awake while a walk is shown: nobody wakes it with both hands on the controls. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let left = false;
    const hold = async () => {
      if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
      // A device low on battery may refuse.
      const got = await navigator.wakeLock.request("screen").catch(() => undefined);
      if (left) void got?.release();
      else lock = got;
    };
    void hold();
    // It is given up by itself whenever the page is hidden.
    document.addEventListener("visibilitychange", hold);
    return () => {
      left = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, []);
}
