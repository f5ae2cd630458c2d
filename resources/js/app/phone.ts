/** Height of the bar of views: what sticks to the bottom of a view stands above it. */
export const PHONE_BAR = 60;
