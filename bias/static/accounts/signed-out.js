// Signed out: pages that were kept on this device are let go. What waits to be sent stays until it is.
for (const name of ["bias-pages", "bias-rows"]) globalThis.caches?.delete(name);
try {
  for (const key of Object.keys(localStorage)) if (key.startsWith("bias-state-")) localStorage.removeItem(key);
} catch {
  /* a private window keeps none */
}
