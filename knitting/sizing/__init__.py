"""From measures to counts: the parameters that decide a size, wished measures, whole repeats, the trial piece."""
