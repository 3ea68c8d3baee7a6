/** The two libraries that the pages load as plain scripts. */
declare const Alpine: { data(name: string, factory: (...given: any[]) => Record<string, any>): void };
declare const htmx: { ajax(verb: string, url: string, context: object): Promise<void>; trigger(element: Element, name: string): void };

/** Events that the pages raise themselves. */
interface DocumentEventMap {
  "alpine:init": Event;
  "chart-stitch": CustomEvent;
  "chart-enter": CustomEvent;
  "chart-stale": CustomEvent;
  "cloth-part": CustomEvent;
  "htmx:beforeSwap": CustomEvent;
  "htmx:afterSwap": CustomEvent;
  "htmx:afterSettle": CustomEvent;
}
