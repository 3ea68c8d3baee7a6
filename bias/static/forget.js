// Signed out: pages that were kept on this device are let go. What waits to be sent stays until it is.
for (const name of ["bias-pages", "bias-rows"]) globalThis.caches?.delete(name);
