// Finding elements of the page, told of what sort they are.

/**
 * The nearest element about the place of an event that matches, itself included.
 * @param {Event} event
 * @param {string} selector
 * @returns {HTMLElement | null}
 */
export function closest(event, selector) {
  return event.target instanceof Element ? event.target.closest(selector) : null;
}

/**
 * @param {string} selector
 * @param {ParentNode} [within]
 * @returns {HTMLElement[]}
 */
export function all(selector, within = document) {
  return [...within.querySelectorAll(selector)].map((each) => /** @type {HTMLElement} */ (each));
}

/**
 * @param {string} selector
 * @param {ParentNode} [within]
 * @returns {HTMLElement | null}
 */
export function first(selector, within = document) {
  return within.querySelector(selector);
}

/**
 * A field by its id, or the first that matches a selector.
 * @param {string} name
 * @returns {HTMLInputElement | null}
 */
export function field(name) {
  return /[.#[ ]/.test(name) ? document.querySelector(name) : /** @type {any} */ (document.getElementById(name));
}

/**
 * Lets buttons be pressed that are served disabled: a press before their script hears it would be lost.
 * @param {string} selector
 */
export function heard(selector) {
  for (const each of all(selector)) /** @type {HTMLButtonElement} */ (each).disabled = false;
}
