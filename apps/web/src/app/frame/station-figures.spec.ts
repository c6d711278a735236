import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { gimbalRig } from '../../spec/rigs';
import { openStore } from '../../spec/store';
import { AnalysisStore } from '../state/analysis';
import { StationFigures } from './station-figures';

describe('the tiles of the stations', () => {
  const marksWhile = async (standing: object): Promise<string[]> => {
    await openStore(gimbalRig());
    Object.assign(TestBed.inject(AnalysisStore), { standing: () => standing });
    const stations = TestBed.inject(StationFigures).stations();
    expect(stations).toHaveLength(7);
    return [...new Set(stations.map((s) => s.mark))].sort();
  };

  it('bear marks of this very revision, or none', async () => {
    expect(await marksWhile({ state: 'current' })).toContain('stop');
    TestBed.resetTestingModule();
    expect(await marksWhile({ state: 'computing' })).toEqual(['computing']);
    TestBed.resetTestingModule();
    expect(await marksWhile({ state: 'failed', why: 'Rails: none' })).toEqual(['unknown']);
  });
});
