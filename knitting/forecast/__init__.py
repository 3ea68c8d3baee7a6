"""What a plan comes to, stage by stage, told by sums before a stitch is knitted."""
