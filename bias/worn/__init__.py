"""What is worn: how it hangs on a body, worked out in short requests and kept by what it is made of."""
