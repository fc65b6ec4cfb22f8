using System.Text.Json.Nodes;
using Corlin.Store;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Corlin.Web.Hosting;

/// <summary>The description of the endpoints, from which the front end's types are made.</summary>
internal static class OpenApiFile
{
    public static void Describe(OpenApiOptions options)
    {
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info = new OpenApiInfo { Title = "Corlin", Version = "1" };
                document.Servers = [];
                return Task.CompletedTask;
            }
        );
        // What a response holds is always there; null is said in its type.
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                if (
                    schema.Properties is { Count: > 0 } properties
                    && context.JsonTypeInfo.Type.Namespace?.StartsWith("Corlin.", StringComparison.Ordinal) == true
                )
                    schema.Required = properties.Keys.ToHashSet();
                return Task.CompletedTask;
            }
        );
    }

    public static async Task<int> WriteAsync(StartOptions options)
    {
        var scratch = Directory.CreateTempSubdirectory("corlin-openapi").FullName;
        try
        {
            using var folder = DataFolder.Take(scratch, fresh: false);
            var app = CorlinHost.Compose(options with { Demo = true, Timers = false, Port = 0, Site = scratch }, folder);
            await app.StartAsync();
            using var client = new HttpClient();
            var text = await client.GetStringAsync(new Uri(app.Urls.First() + "/openapi/v1.json"));
            await File.WriteAllTextAsync(options.OpenApiFile!, JsonNode.Parse(text)!.ToString() + "\n");
            await File.WriteAllTextAsync(Path.Combine(Path.GetDirectoryName(options.OpenApiFile!)!, "rules.json"), RulesFile.Text());
            await app.StopAsync();
            return 0;
        }
        finally
        {
            Directory.Delete(scratch, recursive: true);
        }
    }
}
