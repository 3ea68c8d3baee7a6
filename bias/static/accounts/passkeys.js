// A passkey is asked for by the library's scripts: what it needs of the browser, and what went wrong, is said here.
import { all, heard } from "../dom.js";
import { gettext } from "../said.js";
import { tell } from "../troubles.js";

const SAID = {
  NotAllowedError: () =>
    gettext("No passkey answered: it was refused, or took too long. Press the button to ask again."),
  InvalidStateError: () => gettext("This device holds a passkey for you already."),
  SecurityError: () => gettext("The browser allows passkeys only at the address of this site, over https."),
};

/** @param {Error | undefined} error */
const words = (error) =>
  SAID[error?.name ?? ""]?.() ?? gettext("The passkey could not be asked: {why}", { why: error?.message ?? "?" });

document.addEventListener("allauth.error", (event) => {
  event.preventDefault(); // the library would tell the console alone
  tell(words(/** @type {CustomEvent} */ (event).detail.exception));
});

// By then the library's own listeners are there.
document.addEventListener("DOMContentLoaded", () => {
  if (!window.PublicKeyCredential) return tell(gettext("This browser cannot use passkeys."));
  heard("[data-asks-passkey]");
  for (const each of all("[data-asks-passkey]")) {
    const button = /** @type {HTMLButtonElement} */ (each);
    button.addEventListener("click", () => tell(""), { capture: true }); // before the library asks
    button.form?.addEventListener("submit", (event) => {
      event.preventDefault(); // Enter in a field: without a passkey there is nothing to send
      button.click();
    });
  }
});
