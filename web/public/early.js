// Runs before everything else is there: asks for what the first view needs, so that it is on its way
// while the scripts are still being read. The client takes each answer once; see src/api/early.ts.
(() => {
  const answers = new Map();
  const ask = (path, how) => {
    const answer = fetch(path, how).catch(() => null);
    answers.set(path, { answer, body: how ? how.body : "" });
    return answer;
  };
  window.mesotintEarly = { at: Date.now(), answers };
  ask("/api/me");
  let here = null;
  try {
    here = localStorage.getItem("mesotint.here");
  } catch {}
  const sheet = /^\/scales\/(\d+)$/.exec(location.pathname);
  // Who is signed in comes back to the tubes, and to the sheet in the address.
  if (!here) return;
  ask("/api/tubes");
  if (!sheet) return;
  ask(`/api/scales/${sheet[1]}`).then(async (answer) => {
    if (!answer || !answer.ok) return;
    const { request } = await answer.clone().json();
    const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie);
    ask(`/api/scales/compute/${request.kind}`, {
      method: "POST",
      headers: { "Content-Type": "application/json", "X-CSRFToken": token ? token[1] : "" },
      body: JSON.stringify({ ...request, finish: "satin", light: "D65" }),
    });
  });
})();
