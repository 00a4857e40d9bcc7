// jsdom lays nothing out, so there is nothing for an observer of sizes to tell.
globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

// Nor has it a window of any width: it is a desk's.
window.matchMedia ??= ((media: string) => ({
  media,
  matches: false,
  addEventListener() {},
  removeEventListener() {},
})) as unknown as typeof window.matchMedia;

// Nothing moves where nothing is laid out.
Element.prototype.animate ??= (() => null) as unknown as typeof Element.prototype.animate;
