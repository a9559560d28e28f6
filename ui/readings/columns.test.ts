import { expect, test } from '@jest/globals';
import { withColumn } from './columns';

test('a column told to hold what another held takes it over', () => {
  expect(withColumn(['spot', 'down', null], 2, 'down')).toEqual(['spot', null, 'down']);
  expect(withColumn(['spot', 'down', null], 1, 'down')).toEqual(['spot', 'down', null]);
});

test('a column that is passed over leaves the others as they are', () => {
  expect(withColumn(['spot', 'down', null], 0, null)).toEqual([null, 'down', null]);
});
