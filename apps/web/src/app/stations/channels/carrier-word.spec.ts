import { describe, expect, it } from 'vitest';
import { carrierWord } from './carrier-word';

describe('the word for what carries a function', () => {
  it('is that of its last lead, and none for the bus', () => {
    expect(carrierWord('contact')).toBe(' · contact');
    expect(carrierWord('pulse')).toBe(' · pulse');
    expect(carrierWord('device-serial')).toBe(' · serial');
    expect(carrierWord('sbus')).toBe('');
    expect(carrierWord(null)).toBe('');
  });
});
