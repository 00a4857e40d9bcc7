// jsdom lays nothing out, so there is nothing for an observer of sizes to tell.
globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
