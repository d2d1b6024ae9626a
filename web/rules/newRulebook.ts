/** What a new rulebook begins with. */
export const NEW_RULEBOOK =
  'rulebook "New"\n\nport keys in\nport synth out\n\nrule "Everything through"\n  take any\n  send synth\n';
