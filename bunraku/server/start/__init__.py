"""Starting: the demo loader, the worker, rebuilding."""
