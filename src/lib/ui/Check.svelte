<script lang="ts">
	/** A box to tick, with its words. */
	interface Props {
		label: string;
		checked: boolean;
		onset: (checked: boolean) => void;
	}
	const { label, checked, onset }: Props = $props();
</script>

<label
	><input type="checkbox" {checked} onchange={(event) => onset(event.currentTarget.checked)} />{label}</label
>

<style>
	label {
		display: flex;
		align-items: center;
		gap: 8px;
		font-size: var(--size-note);
		cursor: pointer;
	}
</style>
