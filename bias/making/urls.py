"""Addresses at the needles."""

from django.urls import path

from bias.making import views

urlpatterns = [
    path("pieces/<int:piece_id>/needles/", views.needles, name="needles"),
    path("pieces/<int:piece_id>/needles/worked.json", views.worked, name="worked"),
    path("pieces/<int:piece_id>/needles/count/", views.count, name="count"),
    path("pieces/<int:piece_id>/needles/events/", views.event, name="event"),
]
