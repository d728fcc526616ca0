export {
  eventSchema,
  plainSettings,
  settingsSchema,
  workspaceSchema,
  WORKSPACE_VERSION,
  type BenchEvent,
  type Settings,
  type Workspace,
} from './schema.ts';
export { readWorkspace } from './readWorkspace.ts';
export { writeWorkspace } from './writeWorkspace.ts';
