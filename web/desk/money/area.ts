import { desk } from '../base/calls';
import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { deskMoneySays } from './money.sentences';

const says = deskMoneySays(reader);

export const money: Area = {
  name: says.money,
  path: '/desk/money',
  key: 'o',
  needs: desk.money.list,
  view: () => import('./MoneyView.vue'),
  parts: [
    { name: says.payments, path: '/desk/money', view: () => import('./MoneyView.vue') },
    { name: says.figures, path: '/desk/money/figures', view: () => import('./FiguresView.vue') },
  ],
  state: ({ failing, awaited, bookFaults }) => {
    if (bookFaults > 0) return { flag: true, says: says.booksWrong };
    if (failing > 0) return { flag: true, says: says.failing({ count: failing }) };
    return awaited > 0 ? { flag: true, says: says.awaited({ count: awaited }) } : { flag: false, says: says.inOrder };
  },
  keys: [],
};
