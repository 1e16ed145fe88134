import { FieldError } from '@/server/outcome';
import { readMeasured } from './readMeasured';

describe('measured values', () => {
  test('are kept as entered, with their SI value', () => {
    const notes: string[] = [];
    expect(readMeasured('', '12,5', 'cm', 'length', notes)).toEqual({ value: 12.5, unit: 'cm' });
    expect(notes).toHaveLength(1);
    expect(readMeasured('', '-4', 'degC', 'temperature', []).value).toBe(-4);
    expect(readMeasured('', '-0.4', 'm', 'length', [], true).value).toBe(-0.4);
  });
  test.each<[string, string, 'mass' | 'length', string]>([
    ['-1', 'g', 'mass', 'm.value'],
    ['-1', 'm', 'length', 'm.value'],
    ['1e400', 'g', 'mass', 'm.value'],
    ['5', 'mm', 'mass', 'm.unit'],
    ['5', '', 'mass', 'm.unit'],
  ])('%s %s of %s is refused at %s', (text, unit, dimension, path) => {
    try {
      readMeasured('m', text, unit, dimension, []);
    } catch (error) {
      expect(error).toBeInstanceOf(FieldError);
      expect((error as FieldError).path).toBe(path);
      return;
    }
    throw new Error('was accepted');
  });
});
