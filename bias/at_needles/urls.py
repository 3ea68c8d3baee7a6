"""Addresses at the needles."""

from django.urls import path

from bias.at_needles import copy_views, offline, views

_AT = "pieces/<number:piece_id>/needles/"
urlpatterns = [
    path(_AT, views.needles, name="needles"),
    path(f"{_AT}now/", views.now, name="now"),
    path(f"{_AT}rows.json", views.rows, name="needle-rows"),
    path(f"{_AT}worked.json", views.worked, name="worked"),
    path(f"{_AT}count/", views.count, name="count"),
    path(f"{_AT}lost/", views.lost, name="lost"),
    path(f"{_AT}offline/", offline.page, name="offline"),
    path(f"{_AT}log/", views.log, name="log"),
    path(f"{_AT}log.<str:form>", views.log_file, name="log-file"),
    path(f"{_AT}copies/", copy_views.begin, name="copies"),
    path(f"{_AT}copies/<number:number>/name/", copy_views.name, name="name-copy"),
    path(f"{_AT}copies/<number:number>/away/", copy_views.put_away, name="put-copy-away"),
    path(f"{_AT}events/", views.events, name="event"),
    path("sw.js", offline.service_worker, name="service-worker"),
]
