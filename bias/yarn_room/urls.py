"""Addresses of a piece's yarn."""

from django.urls import path

from bias.yarn_room import more_views, stripe_views, views

urlpatterns = [
    path("pieces/<number:piece_id>/yarn/", views.yarn, name="piece-yarn"),
    path("pieces/<number:piece_id>/yarn/keep/", views.keep, name="keep-yarn"),
    path("pieces/<number:piece_id>/yarn/stripes/", stripe_views.plan_stripes, name="stripes"),
    path("pieces/<number:piece_id>/yarn/more/", more_views.more, name="more-yarn"),
    path("scale/", views.scale, name="scale"),
    path("pieces/<number:piece_id>/yarn.json", views.yarn_file, name="piece-yarn-json"),
]
