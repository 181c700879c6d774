import '@testing-library/jest-dom';

// jsdom has no layout; charts and floating panels only need the observer to exist.
class NoResizeObserver implements ResizeObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
globalThis.ResizeObserver ??= NoResizeObserver;
