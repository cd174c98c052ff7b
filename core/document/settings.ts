/** The settings that are lengths. */
export const SETTING_MEASURES = [
  'fit',
  'kerf',
  'trim',
  'edgeTrim',
  'planing',
  'extraLength',
  'extraWidth',
] as const
export type SettingMeasure = (typeof SETTING_MEASURES)[number]
