import { BOARD_CLASSES } from '../../parts/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { firmwareNeeds } from './firmware-parts.js';

/** A controller of a smaller class than the firmware feature needs. @source [practice] */
export const boardTooSmallRule: Rule = (context) =>
  firmwareNeeds(context)
    .filter(
      ({ board, need }) => board && need.board && BOARD_CLASSES.indexOf(board) < BOARD_CLASSES.indexOf(need.board),
    )
    .map(({ device, controller, board, need }): RuleResult => ({
      rule: 'board-too-small',
      mark: 'stop',
      station: 'brief',
      subjects: [controller.id, device.id],
      figures: [
        { name: 'controller', value: controller.id },
        { name: 'device', value: device.id },
        { name: 'for', value: need.what },
        { name: 'class', value: board!, source: 'part sheet' },
        { name: 'least', value: need.board!, source: 'part sheet' },
      ],
      fixes: () => [],
    }));
