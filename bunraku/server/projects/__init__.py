"""Projects, their outlets, who may see them, and the journal of what can be undone."""
