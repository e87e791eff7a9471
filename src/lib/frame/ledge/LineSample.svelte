<script lang="ts">
	/** A line as it will be drawn, for a small picture. */
	const { thickness, dash }: { thickness: number; dash: string } = $props();
	const pattern = $derived(dash === 'dashed' ? '6 4' : dash === 'dotted' ? '0.1 4.5' : 'none');
</script>

<svg width="26" height="16" aria-hidden="true">
	<line
		x1="2"
		y1="8"
		x2="24"
		y2="8"
		stroke="currentColor"
		stroke-width={thickness}
		stroke-dasharray={pattern}
		stroke-linecap="round"
	/>
</svg>
