/** What dependency-cruiser is asked: every package's own code against the order in the house. */
export const ORDER = ['--config', '.dependency-cruiser.cjs', 'core/src', 'contract/src', 'figures/src', 'server/src', 'web/src', 'cli/src'];
