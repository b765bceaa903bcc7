import { checkId, newId } from '@puddler/contract';

test('ids are UUIDs of version 4, made where the page has no randomUUID, and never twice', () => {
  const whole = globalThis.crypto;
  Object.defineProperty(globalThis, 'crypto', { configurable: true, value: { getRandomValues: whole.getRandomValues.bind(whole) } });
  try {
    const ids = Array.from({ length: 2000 }, newId);
    for (const id of ids) {
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
      expect(checkId(id).ok).toBe(true);
    }
    expect(new Set(ids).size).toBe(ids.length);
  } finally {
    Object.defineProperty(globalThis, 'crypto', { configurable: true, value: whole });
  }
});
