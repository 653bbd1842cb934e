/** Where speakers sit in a car. */
export const SPEAKERS = ['front left', 'front right', 'rear left', 'rear right', 'centre', 'subwoofer'];
