/**
 * Runs before the first paint. Until the app's own code stands behind the controls of a page, a tap or a key would be answered by the browser alone: a form sent as an address
 * with all its fields in it, a tick set that the form never hears of. So nothing is taken until then; `Awake` ends it.
 */
export const WAKING_SCRIPT = `(function(d){d.dataset.waking='';['submit','beforeinput','click'].forEach(function(t){addEventListener(t,function(e){if('waking'in d.dataset&&(t!=='click'||e.target.matches&&e.target.matches('input,select,button,button *')))e.preventDefault()},true)})})(document.documentElement)`;
