"""The engine: a needle of parts and marks, and rows worked along it."""
