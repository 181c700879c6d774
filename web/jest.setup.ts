import '@testing-library/jest-dom';
import 'fake-indexeddb/auto';
import { configure } from '@testing-library/react';
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

// The device's own store clones what it keeps; jsdom leaves that to the browser too.
globalThis.structuredClone ??= <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

// A busy machine is several times slower than a quiet one; what never comes still fails.
configure({ asyncUtilTimeout: 8000 });

// A pointer that is held: the test's document has no pointers of its own.
Element.prototype.setPointerCapture = () => undefined;
