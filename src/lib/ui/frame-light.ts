/** Makes the frame light or dark, now and for this browser's next visits. */
export function setFrameLight(isLight: boolean): void {
	document.cookie = `frame=${isLight ? 'light' : 'dark'}; path=/; max-age=31536000; samesite=lax`;
	document.documentElement.classList.toggle('dark', !isLight);
}
