// Moving and zooming by hand: the wheel, one pointer that drags, two fingers that pinch. One module for cloth and chart.

/**
 * @typedef {Object} View what is moved
 * @property {(event: MouseEvent) => [number, number]} place where a pointer is, in the view's own units
 * @property {(factor: number, x: number, y: number) => void} zoom nearer by a factor, a place staying where it is
 * @property {(dx: number, dy: number) => void} move what is seen follows the hand
 * @property {(button: number) => boolean} drags whether one pointer with that button moves the view
 */

const CLICK_STAYS_WITHIN = 2;
const WHEEL_A_FACTOR = 400;

export class Hands {
  /** @param {View} view */
  constructor(view) {
    this.view = view;
    /** @type {Map<number, {at: [number, number], dots: [number, number], button: number}>} */
    this.down = new Map();
    this.dragged = false;
  }

  get count() {
    return this.down.size;
  }

  /** @param {PointerEvent} event */
  press(event) {
    const dots = /** @type {[number, number]} */ ([event.clientX, event.clientY]);
    this.down.set(event.pointerId, { at: this.view.place(event), dots, button: event.button });
    this.dragged = false;
  }

  /**
   * @param {PointerEvent} event
   * @returns {boolean} whether a hand that is down moved
   */
  follow(event) {
    const hand = this.down.get(event.pointerId);
    if (!hand) return false;
    const [before, now] = [hand.at, this.view.place(event)];
    const other = [...this.down].find(([id]) => id !== event.pointerId)?.[1].at;
    const [dx, dy] = [now[0] - before[0], now[1] - before[1]];
    if (other) {
      this.view.zoom(apart(now, other) / apart(before, other), (now[0] + other[0]) / 2, (now[1] + other[1]) / 2);
      this.view.move(dx / 2, dy / 2);
    } else if (this.view.drags(hand.button)) {
      this.view.move(dx, dy);
    }
    this.dragged ||= apart([event.clientX, event.clientY], hand.dots) > CLICK_STAYS_WITHIN;
    hand.at = now;
    hand.dots = [event.clientX, event.clientY];
    return true;
  }

  /**
   * @param {PointerEvent} event
   * @returns {[number, number] | null} where a hand was lifted that had pressed and not dragged
   */
  lift(event) {
    const hand = this.down.get(event.pointerId);
    this.down.delete(event.pointerId);
    return hand && !this.dragged ? hand.at : null;
  }
}

/** How much nearer a turn of the wheel brings what is seen. @param {WheelEvent} event */
export function wheelFactor(event) {
  return Math.exp(-event.deltaY / WHEEL_A_FACTOR);
}

function apart(one, other) {
  return Math.hypot(one[0] - other[0], one[1] - other[1]) || 0.01;
}
