"""The keyword sheet: one derived, indexed row a keyword and scope, and what the user decided."""
