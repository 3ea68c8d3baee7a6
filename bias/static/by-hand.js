// What can be done at the chosen stitch is fetched for it; after a change the chart is fetched again.
document.addEventListener("chart-stitch", async (event) => {
  const form = document.getElementById("by-hand");
  if (!form) return;
  const { row, stitch, between } = event.detail;
  const asked = `${row} ${stitch} ${between}`;
  form.dataset.asked = asked;
  const query = new URLSearchParams({ row, stitch, ...(between < 0 ? {} : { between }) });
  const answer = await fetch(`${form.dataset.stitchUrl}?${query}`, { headers: { "HX-Request": "true" } }).catch(() => null);
  const now = document.getElementById("by-hand");
  if (!answer?.ok || now?.dataset.asked !== asked) return;
  now.querySelector("[data-stitch]").innerHTML = await answer.text();
});

document.addEventListener("chart-enter", () => document.querySelector("#by-hand [data-stitch] :is(select, button)")?.focus());
