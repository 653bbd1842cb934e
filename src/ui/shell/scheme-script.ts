/** Where a device keeps the light it is used in. */
export const SCHEME_KEY = 'pezzo-scheme';

/** Runs before the first paint, so that a night bay never flashes white. */
export const SCHEME_SCRIPT = `try{var s=localStorage.getItem('${SCHEME_KEY}');if(s==='day'||s==='night')document.documentElement.dataset.scheme=s}catch(e){}`;
