// Forms at the needles become events with ids of their own: they wait on the device where the network is away.
import { gettext } from "../said.js";
import { KINDS } from "./event-kinds.js";
import { Waiting, deviceId, newId } from "./waiting.js";

const BESIDE = ["csrfmiddlewaretoken", "kind", "row", "copy", "id"];

document.addEventListener("submit", async (submitted) => {
  const form = /** @type {HTMLFormElement} */ (submitted.target).closest("form[data-event]");
  if (!(form instanceof HTMLFormElement) || ["row", "back"].includes(form.dataset.event ?? "")) return;
  submitted.preventDefault();
  const waiting = new Waiting(/\/pieces\/(\d+)\//.exec(form.action)?.[1] ?? "");
  const event = eventOf(form.dataset.event ?? "", Object.fromEntries(new FormData(form)));
  const kept = await waiting.add(event);
  await waiting.load();
  const said = await waiting.send(form.action);
  const signedOut = said?.signedOut ? gettext("You are signed out: it is sent once you sign in.") : "";
  const lost = !kept && (!said || said.unavailable || said.signedOut); // to leave the page would lose it
  const unkept = gettext(
    "This device cannot keep it, and it could not be sent: stay on this page and press once more.",
  );
  const why = said?.refused?.find((each) => each.id === event.id)?.why ?? (lost ? unkept : signedOut);
  if (why) tell(form, why);
  else location.assign(form.dataset.then ?? new URL(`../${state().asked ?? ""}`, form.action));
});

const state = () => JSON.parse(document.getElementById("needle-state")?.textContent ?? "{}");

function eventOf(kind, fields) {
  /** @type {Record<string, any>} */
  const data = { device: deviceId() };
  for (const [name, text] of Object.entries(fields)) {
    if (!BESIDE.includes(name) && String(text).trim()) data[name] = value(KINDS[kind].fields[name], String(text));
  }
  const [row, copy] = [Number(fields.row), Number(fields.copy ?? 1)];
  return { id: newId(), kind, row, copy, revision: state().revision ?? 0, at: new Date().toISOString(), data };
}

// What a text says for a field; the text itself where it says nothing of that sort, for the server to refuse.
function value(sort, text) {
  if (sort === "list") return JSON.parse(text);
  if (sort !== "number") return text;
  const number = Number(text.trim().replace(",", "."));
  return Number.isNaN(number) || !text.trim() ? text : number;
}

/** @param {HTMLFormElement} form @param {string} why */
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
