import { type RefCallback, useLayoutEffect, useState } from "react";

/** A ref for an element, and its width and height in CSS pixels, kept current. */
export function useSize(): readonly [RefCallback<HTMLElement>, number, number] {
  const [node, setNode] = useState<HTMLElement | null>(null);
  const [size, setSize] = useState<readonly [number, number]>([0, 0]);
  useLayoutEffect(() => {
    if (!node) return;
    const tell = (width: number, height: number) =>
      setSize((was) => (was[0] === width && was[1] === height ? was : [width, height]));
    // At once, so that what is drawn to this size is there with the first paint.
    const style = getComputedStyle(node);
    const inside = (size: number, ...paddings: string[]) =>
      paddings.reduce((left, padding) => left - (Number.parseFloat(padding) || 0), size);
    tell(
      inside(node.clientWidth, style.paddingLeft, style.paddingRight),
      inside(node.clientHeight, style.paddingTop, style.paddingBottom),
    );
    const observer = new ResizeObserver(([entry]) => {
      if (entry) tell(entry.contentRect.width, entry.contentRect.height);
    });
    observer.observe(node);
    return () => observer.disconnect();
  }, [node]);
  return [setNode, size[0], size[1]];
}
