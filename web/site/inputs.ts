/** Purpose: the interactive inputs as one lazy piece: fetched when a form is in sight, installed once. */
import type { App, Component } from 'vue';

type Inputs = { FieldInput: Component; CodeInput: Component; install(app: App): void };
let loading: Promise<Inputs> | null = null;

export const loadInputs = (): Promise<Inputs> => (loading ??= import('./inputs.lazy').then((module) => module.inputs));
