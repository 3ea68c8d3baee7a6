// Sentences of the scripts in the language of the page. The page brings its catalogue; English is the source.

/** @type {Record<string, string | string[]> | undefined} */
let catalogue;

/** What the page's catalogue says of a sentence of the source. */
function translated(source) {
  if (catalogue === undefined) {
    const kept = document.getElementById("script-sentences");
    catalogue = /** @type {Record<string, string | string[]>} */ (JSON.parse(kept?.textContent ?? "{}"));
  }
  return catalogue[source];
}

/**
 * A sentence with its facts: `gettext("row {row}", { row: 4 })`.
 * @param {string} source
 * @param {Record<string, unknown>} [facts]
 */
export function gettext(source, facts = {}) {
  const found = translated(source);
  return filled(typeof found === "string" ? found : source, facts);
}

/**
 * A sentence that depends on a number, in the form that the language has for it.
 * @param {string} one
 * @param {string} many
 * @param {number} number
 * @param {Record<string, unknown>} [facts]
 */
export function ngettext(one, many, number, facts = {}) {
  const found = translated(one);
  const forms = Array.isArray(found) ? found : [one, many];
  const rules = new Intl.PluralRules(document.documentElement.lang || "en");
  const at = rules.resolvedOptions().pluralCategories.indexOf(rules.select(number));
  const order = number === 1 ? 0 : Math.min(Math.max(at, forms.length - 1), forms.length - 1);
  return filled(forms[order], { number, ...facts });
}

function filled(sentence, facts) {
  return sentence.replace(/\{(\w+)\}/g, (place, name) => (name in facts ? String(facts[name]) : place));
}
