// Runs before everything else is there: asks for what the first view needs, so that it is on its way
// while the scripts are still being read. The client takes each answer once; see src/api/early.ts.
(() => {
  const answers = new Map();
  const ask = (path) => {
    const answer = fetch(path).then((told) => (told.ok ? told.text() : null));
    answers.set(
      path,
      answer.catch(() => null),
    );
  };
  window.mesotintEarly = { at: Date.now(), answers };
  ask("/api/me");
  let here = null;
  try {
    here = localStorage.getItem("mesotint.here");
  } catch {}
  // Who is signed in comes back to the tubes, and to the sheet in the address.
  if (!here) return;
  ask("/api/tubes");
  const sheet = /^\/scales\/(\d+)$/.exec(location.pathname);
  if (sheet) ask(`/api/scales/${sheet[1]}/opened`);
})();
