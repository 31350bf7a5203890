/** Purpose: the answers of an application, as people read them. */
import { saidOn, type AnswerLine } from '../fields';
import type { JoiningSetup } from './setup';
import type { Application } from './application';

/** The answers as they were given, by the labels the form used. */
export const answersOf = ({ form, answers }: Application, setup: JoiningSetup): AnswerLine[] =>
  saidOn(setup.forms.get(form)?.parts ?? [], answers, setup);
