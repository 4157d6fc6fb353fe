"""Where figures come from: the protocol every source keeps, asking with retries, and prices."""
