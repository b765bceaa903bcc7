import { TextDecoder, TextEncoder } from 'node:util';

// What browsers have and jsdom has not. It lays nothing out, so nothing is ever observed to change its size.
Object.assign(globalThis, { TextEncoder, TextDecoder });
Object.defineProperty(window, 'ResizeObserver', {
  value: class {
    observe = () => undefined;
    unobserve = () => undefined;
    disconnect = () => undefined;
  },
});
