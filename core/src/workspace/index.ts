export {
  eventSchema,
  plainSettings,
  settingsSchema,
  workspaceSchema,
  WORKSPACE_VERSION,
  PLAIN_BENCH,
  type BenchEvent,
  type BenchSettings,
  type Settings,
  type Workspace,
} from './schema.ts';
export { readWorkspace } from './readWorkspace.ts';
export { writeWorkspace } from './writeWorkspace.ts';
export { unsaidAgain } from './unsaid.ts';
