/** Light turned down for evening work: the whole room, while one is at the bench; remembered by this browser. */
import { useEffect, useState } from "react";

const KEY = "steady-shear:dark";

export function useDarkRoom() {
  const [dark, setDark] = useState(() => localStorage.getItem(KEY) === "1");
  useEffect(() => {
    localStorage.setItem(KEY, dark ? "1" : "0");
    document.documentElement.classList.toggle("dark-room", dark);
    return () => document.documentElement.classList.remove("dark-room");
  }, [dark]);
  return [dark, setDark] as const;
}
