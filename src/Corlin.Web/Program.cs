using Corlin.Web.Hosting;

return await Start.RunAsync(args);
