"""The rules of the job: plain Python and arrays; no framework, no network, no clock."""
