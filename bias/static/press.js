// Forms at the needles become events with ids of their own: they wait on the device where the network is away.
document.addEventListener("submit", async (submitted) => {
  const form = submitted.target.closest("form[data-event]");
  if (!form || ["row", "back"].includes(form.dataset.event)) return;
  submitted.preventDefault();
  const piece = /\/pieces\/(\d+)\//.exec(form.action)?.[1];
  const fields = Object.fromEntries(new FormData(form));
  const event = eventOf(form.dataset.event, fields);
  Waiting.add(piece, event);
  const said = await Waiting.send(piece, form.action);
  const why = said?.refused?.find((each) => each.id === event.id)?.why ?? (said?.signedOut ? "You are signed out: it is sent once you sign in." : "");
  if (why) { tell(form, why); return; }
  location.assign(new URL(`../${state().asked ?? ""}`, form.action));
});

const state = () => JSON.parse(document.getElementById("needle-state")?.textContent ?? "{}");

function eventOf(kind, fields) {
  const data = { device: Waiting.device() };
  for (const [name, value] of Object.entries(fields)) {
    if (["csrfmiddlewaretoken", "kind", "row", "copy", "id"].includes(name)) continue;
    if (["takes_back", "settles", "counts", "differences"].includes(name)) data[name] = JSON.parse(value);
    else if (["stitches", "rows", "size_mm", "length_cm", "grams", "epoch"].includes(name)) data[name] = Number(String(value).trim().replace(",", "."));
    else data[name] = value;
  }
  for (const [name, value] of Object.entries(data)) if (Number.isNaN(value)) data[name] = fields[name];
  const revision = state().revision ?? 0;
  return { id: Waiting.id(), kind, row: Number(fields.row), copy: Number(fields.copy ?? 1), revision, at: new Date().toISOString(), data };
}

function tell(form, why) {
  let said = form.querySelector(".wrong");
  if (!said) {
    said = document.createElement("p");
    said.className = "note wrong";
    said.setAttribute("role", "alert");
    form.append(said);
  }
  said.textContent = why;
}
