// A drawing as a picture of dots: the SVG that is offered beside it, painted at twice its size.
import { closest } from "../dom.js";
import { gettext } from "../said.js";

const MOST_DOTS = 8000;

document.addEventListener("click", async (event) => {
  const button = closest(event, "[data-png]");
  if (!button) return;
  const said = document.querySelector("[data-png-said]");
  const answer = await fetch(button.dataset.png).catch(() => null);
  if (!answer?.ok) {
    said.textContent = gettext("The drawing could not be fetched.");
    return;
  }
  const source = URL.createObjectURL(await answer.blob());
  const picture = new Image();
  picture.src = source;
  try {
    await picture.decode();
    const by = Math.min(2, MOST_DOTS / Math.max(picture.naturalWidth, picture.naturalHeight));
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [Math.round(picture.naturalWidth * by), Math.round(picture.naturalHeight * by)];
    const c = canvas.getContext("2d");
    c.fillStyle = "#fff";
    c.fillRect(0, 0, canvas.width, canvas.height);
    c.drawImage(picture, 0, 0, canvas.width, canvas.height);
    const link = document.createElement("a");
    link.href = canvas.toDataURL("image/png");
    link.download = button.dataset.name;
    link.click();
    said.textContent = gettext("The picture was saved.");
  } catch {
    said.textContent = gettext("This drawing is too large for a picture: take the SVG.");
  } finally {
    URL.revokeObjectURL(source);
  }
});
