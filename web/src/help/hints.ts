/** What is told once, at the place where it first matters, and under `?` for good. */
export const HINTS = {
  drag: {
    says: "Drag a step along the trail, or move it with the arrow keys.",
    key: "← →",
  },
  squint: {
    says: "Judge values first: squint shows every colour by its value alone.",
    key: "S",
  },
  "white-test": {
    says: "A dark hides its lean. The white test opens it.",
    key: "W",
  },
  "work-plan": {
    says: "Tick a line with a knuckle; the next one stands out.",
    key: "Space",
  },
  "on-the-scale": {
    says: "Put the pile on a scale: what settles there is noted by itself.",
    key: "",
  },
  partners: {
    says: "What greys it best, once opened, stands first; what is grey itself last. Tap one to see its trail.",
    key: "P",
  },
  wheel: {
    says: "A square is the paint itself, a circle its tint with white.",
    key: "",
  },
  journal: {
    says: "Tap a swatch to see what it was mixed of. “Near a colour” finds the rest.",
    key: "",
  },
} as const satisfies Record<string, { says: string; key: string }>;

export type HintName = keyof typeof HINTS;
