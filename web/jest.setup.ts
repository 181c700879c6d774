import '@testing-library/jest-dom';
import { TextDecoder, TextEncoder } from 'node:util';

// jsdom has no layout; charts and floating panels only need the observer to exist.
class NoResizeObserver implements ResizeObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
globalThis.ResizeObserver ??= NoResizeObserver;

// The router encodes text; jsdom leaves that to the browser.
Object.assign(globalThis, { TextEncoder, TextDecoder });
