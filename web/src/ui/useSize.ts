import { type RefObject, useLayoutEffect, useState } from "react";

/** Width and height of an element in CSS pixels, kept current. */
export function useSize(element: RefObject<HTMLElement | null>): [number, number] {
  const [size, setSize] = useState<[number, number]>([0, 0]);
  useLayoutEffect(() => {
    const node = element.current;
    if (!node) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize([entry.contentRect.width, entry.contentRect.height]);
    });
    observer.observe(node);
    return () => observer.disconnect();
  }, [element]);
  return size;
}
