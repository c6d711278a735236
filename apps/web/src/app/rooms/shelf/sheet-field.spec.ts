import { TestBed, type ComponentFixture } from '@angular/core/testing';
import * as files from '@squallmark/core/files';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { KitOf } from '../../../spec/harnesses';
import { buttonOf } from '../../../spec/store';
import { FormTools } from './form-tools';
import { SheetField } from './sheet-field';

describe('the form of a sheet', () => {
  let fixture: ComponentFixture<SheetField>;
  let sheet: Record<string, unknown>;
  let kit: KitOf;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const unfold = async (name: RegExp): Promise<void> => {
    const head = [...host().querySelectorAll('button')].find((b) => name.test(b.textContent.trim()))!;
    head.click();
    await fixture.whenStable();
  };
  const show = async (): Promise<void> => {
    for (const name of ['value', 'sheet']) fixture.componentRef.setInput(name, sheet);
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [FormTools] });
    TestBed.inject(FormTools).bring(files);
    fixture = TestBed.createComponent(SheetField);
    sheet = structuredClone(SHELF.find((s) => s.class === 'gimbal-two-axis')!);
    fixture.componentRef.setInput('node', files.sheetForm());
    fixture.componentInstance.changed.subscribe((to) => (sheet = to as Record<string, unknown>));
    await show();
    kit = new KitOf(fixture);
  });

  it('set to what it says changes nothing', async () => {
    const before = structuredClone(sheet);
    await (await kit.entry('Mass')).enter(String(before.massG));
    await (await kit.entry('Name')).enter(String(before.name));
    expect(sheet).toEqual(before);
  });

  it('changes one figure and leaves the rest, in the order of the sheet', async () => {
    const before = structuredClone(sheet);
    await (await kit.entry('Mass')).enter('321');
    expect(sheet).toEqual({ ...before, massG: 321 });
    expect(Object.keys(sheet)).toEqual(Object.keys(before));
  });

  it('refuses a figure beyond the bounds of the schema', async () => {
    const mass = await kit.entry('Mass');
    await mass.enter('-1');
    expect(await mass.why()).toContain('0 to 1\u202f000\u202f000 g');
  });

  it('adds to a list, sets what it added, and takes it out', async () => {
    const before = (sheet.joints as { label: string }[]).map((j) => j.label);
    await unfold(/Joints · 2$/);
    buttonOf(host(), '+ Joint').click();
    await show();
    await unfold(/new$/);
    await (await kit.entry('Label')).enter('hinge');
    await show();
    const joints = (): { id: string; label: string }[] => sheet.joints as { id: string; label: string }[];
    expect(joints().map((j) => j.label)).toEqual([...before, 'hinge']);
    expect(files.readSheet(files.writeSheet(sheet as never))).toMatchObject({ ok: true });
    buttonOf(host(), 'Take out hinge').click();
    expect(joints()).toHaveLength(2);
  });

  it('offers what is left out, and leaves it out again', async () => {
    buttonOf(host(), '+ Profiles').click();
    await show();
    expect(sheet.profiles).toBe(1);
    buttonOf(host(), 'Leave out Profiles').click();
    expect(sheet).not.toHaveProperty('profiles');
  });
});
