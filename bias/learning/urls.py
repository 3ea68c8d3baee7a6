"""Addresses of learning."""

from django.urls import path

from bias.learning import film_views, technique_views, views

urlpatterns = [
    path("learn/", views.learn, name="learn"),
    path("learn/first/<slug:first>/", views.first_piece, name="first-piece"),
    path("learn/how/", technique_views.techniques, name="techniques"),
    path("learn/how/<slug:technique>/", technique_views.technique, name="technique"),
    path("pieces/<number:piece_id>/drills/", views.begin, name="begin-drills"),
    path("pieces/<number:piece_id>/drills/<number:seed>/<number:number>/", views.drill, name="drill"),
    path("pieces/<number:piece_id>/film/", film_views.film, name="film"),
    path("pieces/<number:piece_id>/film.json", film_views.film_json, name="film-json"),
]
