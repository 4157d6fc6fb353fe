"""The combiner: terms of columns put together by patterns."""
