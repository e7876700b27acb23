// Runs before anything else of the page has arrived. Over a slow line the page would otherwise wait for one thing after the
// other: here what it will ask for is asked at once, and the files of its part are fetched beside those of the whole.
// PAGES and HEADERS are put in by the build. Whatever goes wrong here is said by the page, which then asks itself.
(() => {
  const answers = {};
  const ask = (address) => {
    const answer = fetch(address, { headers: HEADERS });
    answer.catch(() => undefined);
    answers[address] = { answer, at: Date.now() };
    return answer.then((response) => (response.ok ? response.clone().json() : Promise.reject()));
  };
  window.pailEarly = answers;
  const [, id, step] = /^\/sites\/([0-9a-f-]{36})(?:\/(\w+))?$/.exec(location.pathname) ?? [];
  const session = ask('/api/session');
  for (const file of id ? PAGES.site : []) {
    const link = document.createElement('link');
    link.rel = 'modulepreload';
    link.href = `/${file}`;
    document.head.append(link);
  }
  session
    .then(async ({ person, mustSetUpFactor }) => {
      if (!id || person === null || mustSetUpFactor) return;
      const { arrays } = await ask(`/api/sites/${id}`);
      if (arrays.length === 0) return;
      const array = `/api/arrays/${arrays[0].id}`;
      ask(`${array}/inspections?limit=2`).catch(() => undefined);
      if (step === 'reckon') ask(`${array}/reckonings?limit=1`).catch(() => undefined);
    })
    .catch(() => undefined);
})();
