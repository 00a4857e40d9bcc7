import { type RefCallback, useLayoutEffect, useState } from "react";

/** A ref for an element, and its width and height in CSS pixels, kept current. */
export function useSize(): readonly [RefCallback<HTMLElement>, number, number] {
  const [node, setNode] = useState<HTMLElement | null>(null);
  const [size, setSize] = useState<readonly [number, number]>([0, 0]);
  useLayoutEffect(() => {
    if (!node) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize([entry.contentRect.width, entry.contentRect.height]);
    });
    observer.observe(node);
    return () => observer.disconnect();
  }, [node]);
  return [setNode, size[0], size[1]];
}
