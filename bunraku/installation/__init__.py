"""An installation on a machine: its data folder, its processes, its backups. Plain Python, so that
it can say what is wrong where nothing else starts."""
