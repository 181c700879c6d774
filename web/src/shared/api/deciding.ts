/** What may happen to a batch: asked on this device only while the server is away. */
export { decide } from '@steepsis/core';
