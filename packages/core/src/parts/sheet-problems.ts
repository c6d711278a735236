import type { Problem } from '../units/index.js';
import { isWindowed } from './function-kind.js';
import type { PinAt, Sheet } from './sheet.js';

/** Everything in a well-formed sheet that points at something the sheet does not have. Empty when sound. */
export function sheetProblems(sheet: Sheet): Problem[] {
  const problems: Problem[] = [];
  const say = (where: string, what: string): void => void problems.push({ where, what });
  const lines = new Map(sheet.ports.flatMap((port) => port.pins.map((pin) => [`${port.id}.${pin.n}`, pin.line])));
  const needPin = (where: string, at: PinAt | undefined): void => {
    if (at && !lines.has(`${at.port}.${at.pin}`)) say(where, `pin ${at.pin} of port "${at.port}" is not on the sheet`);
  };
  const needLine = (where: string, at: PinAt, line: 'supply' | 'ground'): void => {
    needPin(where, at);
    const has = lines.get(`${at.port}.${at.pin}`);
    if (has && has !== line) say(where, `pin ${at.pin} of port "${at.port}" is no ${line} pin`);
  };
  const needId = (where: string, list: readonly { id: string }[], id: string | undefined, kind: string): void => {
    if (id !== undefined && !list.some((item) => item.id === id)) say(where, `${kind} "${id}" is not on the sheet`);
  };

  for (const [list, name] of idLists(sheet)) {
    const seen = new Set<string>();
    for (const { id } of list) {
      if (seen.has(id)) say(name, `"${id}" is there twice`);
      seen.add(id);
    }
  }
  sheet.ports.forEach((port, i) => {
    if (new Set(port.pins.map((pin) => pin.n)).size < port.pins.length)
      say(`ports[${i}]`, 'a pin number is there twice');
  });
  sheet.links.forEach((link, i) => {
    for (const at of [...Object.values(link.pins), ...(link.alsoPins ?? [])]) needPin(`links[${i}].pins`, at);
    needId(`links[${i}].when`, sheet.settings, link.when?.setting, 'setting');
    needId(`links[${i}].slotSetting`, sheet.settings, link.slotSetting, 'setting');
  });
  for (const list of ['supplies', 'sources'] as const) {
    sheet[list].forEach((item, i) => {
      needLine(`${list}[${i}].plus`, item.plus, 'supply');
      needLine(`${list}[${i}].minus`, item.minus, 'ground');
    });
  }
  sheet.sources.forEach((source, i) => {
    needId(`sources[${i}].regulator.fedBy`, sheet.supplies, source.regulator?.fedBy, 'supply');
    if ((source.kind === 'pack') !== (source.pack !== undefined))
      say(`sources[${i}]`, 'a pack, and only a pack, has cells');
    const gives = [source.pack, source.regulator, source.fixedV].filter((own) => own !== undefined).length;
    if (gives !== 1 || (source.kind === 'stolen' && source.fixedV === undefined))
      say(`sources[${i}]`, 'has the cells of a pack, the figures of a regulator or a fixed voltage, one of these');
    const at = source.regulator?.efficiencyAt ?? [];
    if (at.some((p, k) => k > 0 && p.amps <= at[k - 1]!.amps))
      say(`sources[${i}].regulator.efficiencyAt`, 'currents come in rising order, each once');
    needId(`sources[${i}].when`, sheet.settings, source.when?.setting, 'setting');
  });
  sheet.ties.forEach((tie, i) => tie.forEach((at) => needPin(`ties[${i}]`, at)));
  sheet.settings.forEach((setting, i) => {
    if (!setting.values.includes(setting.default))
      say(`settings[${i}].default`, `"${setting.default}" is not among its values`);
  });
  sheet.functions.forEach((fn, i) => {
    fn.askedBy.forEach((way, k) => {
      const where = `functions[${i}].askedBy[${k}]`;
      if (way.by !== 'device') way.over.forEach((id) => needId(`${where}.over`, sheet.links, id, 'link'));
    });
    needId(`functions[${i}].turnsTo`, sheet.functions, fn.turnsTo?.fn, 'function');
    needId(`functions[${i}].joint`, sheet.joints, fn.joint, 'joint');
    needId(`functions[${i}].enabledIn`, sheet.functions, fn.enabledIn?.fn, 'function');
    needId(`functions[${i}].drives`, sheet.joints, fn.drives?.joint, 'joint');
    fn.powers?.forEach(({ window, joints }, k) => {
      const where = `functions[${i}].powers[${k}]`;
      joints.forEach((id) => needId(where, sheet.joints, id, 'joint'));
      if (!fn.windows?.some((w) => w.label === window)) say(`${where}.window`, `"${window}" is none of its windows`);
    });
    // what follows a width has usual ends, and what no channel asks is on or off
    if (isWindowed(fn) && !fn.windows?.length && fn.askedBy.some((a) => a.by === 'slot')) {
      say(`functions[${i}]`, 'needs windows');
    }
  });
  sheet.firstChannels?.forEach(({ control }, i) => needId(`firstChannels[${i}]`, sheet.controls, control, 'control'));
  sheet.links.forEach((link, i) => needId(`links[${i}].resource`, sheet.resources, link.resource, 'resource'));
  sheet.resources.forEach((resource, i) => {
    if (resource.pin !== undefined) needPin(`resources[${i}].pin`, { port: resource.port, pin: resource.pin });
  });
  sheet.resources.forEach((resource, i) => needId(`resources[${i}].port`, sheet.ports, resource.port, 'port'));
  sheet.pictures.forEach((path, i) => {
    [...path.inputs, path.output].forEach((id) => needId(`pictures[${i}]`, sheet.links, id, 'link'));
    needId(`pictures[${i}].chosenBy`, sheet.functions, path.chosenBy, 'function');
  });
  sheet.assignablePorts?.forEach(({ port }, i) => needId(`assignablePorts[${i}]`, sheet.ports, port, 'port'));
  sheet.streams?.forEach(({ link }, i) => needId(`streams[${i}]`, sheet.links, link, 'link'));
  return problems;
}

function idLists(sheet: Sheet): [readonly { id: string }[], string][] {
  const names = [
    'ports',
    'links',
    'supplies',
    'sources',
    'settings',
    'functions',
    'resources',
    'joints',
    'controls',
  ] as const;
  return names.map((name) => [sheet[name], name]);
}
